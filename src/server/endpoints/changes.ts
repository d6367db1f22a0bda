import type { APIRoute } from 'astro';
import type { Change } from '../../core/commands';
import { sendChange, type ChangeAnswer, type ChangesSince } from '../../wire';
import { house } from '../house';
import { json, refuse, safely } from './answer';
import { readBody } from './read-body';

/** POST /api/projects/:id/changes: applied once, answered when it is on disk. */
export const POST: APIRoute = ({ params, request }) => safely(async () => {
  const read = await readBody(request, sendChange);
  if (!read.ok) return read.response;
  const id = params['id'] ?? '';
  const outcome = await (await house()).documents.apply(id, read.body.base, read.body.change as Change);
  switch (outcome.kind) {
    case 'unknown': return refuse(404, `There is no project “${id}”.`);
    case 'refused': return refuse(422, outcome.message);
    case 'conflict': return json(outcome as ChangeAnswer, 409);
    case 'applied': return json(outcome as ChangeAnswer);
  }
});

/** GET /api/projects/:id/changes?since=R: what others did meanwhile. */
export const GET: APIRoute = ({ params, url }) => safely(async () => {
  const since = Number(url.searchParams.get('since') ?? 'x');
  if (!Number.isInteger(since) || since < 0) return refuse(400, 'Say from which revision on: ?since=12.');
  const id = params['id'] ?? '';
  const found = await (await house()).documents.since(id, since);
  return found ? json(found as ChangesSince) : refuse(404, `There is no project “${id}”.`);
});
