import type { MediaStore } from '../../bundle';
import {
  applyPatches, argumentSchemas, changeFrom, commandOf, EMPTY_HISTORY, idsFromDocument, joined, record, steppedBack, steppedForward, takeBack, validateTouched, work, type Change, type Draft, type History,
} from '../../core/commands';
import type { Project } from '../../core/model';
import { Refusal } from '../refusal';
import { namesToIds } from './names-to-ids';
import { withMedia } from './with-media';

/** One edit as it is asked for. `folder` is where paths in it start from, `words` name it in a refusal. */
export type GivenStep = { readonly do: string; readonly with: unknown; /** Taken back together with the step before it. */ readonly joins?: boolean; readonly folder: string; readonly words: string };

/** Does steps in order; the first that is refused refuses all of them. Answers what was done in words. */
export async function doSteps(project: Project, steps: readonly GivenStep[], media: MediaStore): Promise<{ readonly project: Project; readonly words: readonly string[] }> {
  const schemas = argumentSchemas();
  let [now, history]: [Project, History] = [project, EMPTY_HISTORY];
  const words: string[] = [];
  const perform = (draft: Draft, step: GivenStep): Change => {
    const { project: next, clashes } = applyPatches(now, draft.patches);
    const wrong = clashes.length > 0 ? [`it does not fit at ${clashes[0]!.patch.path.join('/')}`] : validateTouched(next, draft.patches);
    if (wrong.length > 0) throw new Refusal(`${step.words}: ${wrong.join(' ')}`);
    now = next;
    words.push(draft.label);
    return changeFrom(draft, `step-${words.length}`);
  };
  for (const step of steps) {
    if (step.do === 'history.undo') {
      const change = history.done.at(-1);
      if (!change) throw new Refusal(`${step.words}: there is nothing to undo.`);
      const { draft } = takeBack(now, change);
      history = steppedBack(history, draft.patches.length > 0 ? perform(draft, step) : null);
    } else if (step.do === 'history.redo') {
      const last = history.undone.at(-1);
      if (!last) throw new Refusal(`${step.words}: there is nothing to do again.`);
      const again = last.by ? perform(takeBack(now, { ...last.by, label: last.change.label }, 'Redo').draft, step) : null;
      history = steppedForward(history, again && { ...again, label: last.change.label });
    } else history = (step.joins ? joined : record)(history, perform(await worked(now, step, schemas, media), step));
  }
  return { project: now, words };
}

async function worked(project: Project, step: GivenStep, schemas: ReturnType<typeof argumentSchemas>, media: MediaStore): Promise<Draft> {
  const command = commandOf(step.do);
  if (!command) throw new Refusal(`${step.words}: there is no edit “${step.do}”. \`oak commands\` lists them.`);
  if (step.with === null || typeof step.with !== 'object' || Array.isArray(step.with)) throw new Refusal(`${step.words}: its arguments are a JSON object.`);
  const newId = idsFromDocument(project);
  const asked = namesToIds(project, await withMedia(step.with as Readonly<Record<string, unknown>>, step.folder, media, newId));
  const read = command.args(schemas).safeParse(command.about === 'project' ? asked : { composition: project.main, ...asked });
  if (!read.success) throw new Refusal(`${step.words}: ${read.error.issues.map((issue) => `${issue.path.length > 0 ? `${issue.path.map(String).join('.')}: ` : ''}${issue.message}`).join('; ')}.`);
  const { draft } = work(project, step.do as never, read.data as never, newId);
  if (!draft) throw new Refusal(`${step.words}: there was nothing to do; what it names is not there, is locked, or is so already.`);
  if ('refused' in draft) throw new Refusal(`${step.words}: ${draft.refused}`);
  return draft;
}
