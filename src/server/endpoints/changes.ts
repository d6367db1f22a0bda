import type { APIRoute } from 'astro';
import type * as z from 'zod';
import type { Change } from '../../core/commands';
import { VERSION } from '../../core/model';
import { pageVersion, type change as changeSchema, type ChangeAnswer } from '../../wire';
import { createParts } from '../documents';
import { servedHouse } from '../house';
import { json, refuse, safely, withChanges } from './answer';
import { readAny, readBody } from './read-body';

/** A change of more characters than this is no gesture. */
const LONGEST = 64_000_000;
const parts = createParts(LONGEST);

/** POST /api/projects/:id/changes: applied once, answered when it is on disk. */
export const POST: APIRoute = ({ params, request }) => safely(async () => {
  const read = await readBody(request, 'sendChange');
  if (!read.ok) return read.response;
  const { body } = read;
  const stranger = askToReload(body.page);
  if (stranger) return stranger;
  const id = params['id'] ?? '';
  if ('change' in body) return apply(id, body.base, body.change);
  const gathered = parts.add({ ...body.part, id: `${id} ${body.part.id}` });
  switch (gathered.kind) {
    case 'more': return json(gathered satisfies ChangeAnswer);
    case 'too-long': return refuse(413, `One change may have ${LONGEST / 1e6} MB.`);
    case 'whole': {
      const whole = await readAny('change', gathered.text);
      return whole.kind === 'read' ? apply(id, body.base, whole.body as z.output<typeof changeSchema>) : refuse(400, whole.message);
    }
  }
});

async function apply(id: string, base: number, change: z.output<typeof changeSchema>): Promise<Response> {
  if (change.patches.some(({ from, to }) => from === undefined && to === undefined)) return refuse(400, 'A patch of this change says nothing: neither what was there nor what is to be.');
  const outcome = await (await servedHouse()).documents.apply(id, base, change as Change);
  switch (outcome.kind) {
    case 'unknown': return refuse(404, `There is no project “${id}”.`);
    case 'refused': return refuse(422, outcome.message);
    case 'conflict':
    case 'behind':
    case 'applied': {
      const { missed, ...answer } = outcome;
      return withChanges(answer, 'missed', missed, outcome.kind === 'conflict' ? 409 : 200);
    }
  }
}

/** A page of another version neither understands the answers nor makes changes that fit; with 503 it keeps what it has, the first version's too. */
function askToReload(page: number): Response | null {
  if (page === VERSION) return null;
  const why = page < VERSION ? 'This page is older than the program that keeps the project' : 'This page is newer than the program that keeps the project; start the newer one';
  return json({ message: `${why}. Reload the page: what was not saved yet waits in this browser and is not lost.`, reload: true }, 503);
}

/** GET /api/projects/:id/changes?since=R&page=V: what others did meanwhile. */
export const GET: APIRoute = ({ params, url }) => safely(async () => {
  const stranger = askToReload(pageVersion.catch(1).parse(Number(url.searchParams.get('page') ?? 1)));
  if (stranger) return stranger;
  const since = Number(/^\d{1,10}$/.exec(url.searchParams.get('since') ?? '')?.[0] ?? NaN);
  if (!(since <= 2_147_483_647)) return refuse(400, 'Say from which revision on: ?since=12.');
  const id = params['id'] ?? '';
  const found = await (await servedHouse()).documents.since(id, since);
  if (!found) return refuse(404, `There is no project “${id}”.`);
  const { changes, ...answer } = found;
  return withChanges(answer, 'changes', changes);
});
