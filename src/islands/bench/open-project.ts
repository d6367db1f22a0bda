import type { Project } from '../../core/model';
import { isOpenedProject } from '../../wire/answers';
import { call } from '../call';
import { createEditor, type Editor } from './editor/editor';
import { openOutbox } from './editor/outbox';

export type Opening = { readonly kind: 'opening' } | { readonly kind: 'failed'; readonly message: string; readonly savable?: boolean } | { readonly kind: 'open'; readonly editor: Editor };

/** Asks for a project and for what this browser has not sent yet, and makes an editor of both. */
export async function openProject(projectId: string, worker: Worker): Promise<Opening> {
  const [answer, outbox] = await Promise.all([call(isOpenedProject, `/api/projects/${encodeURIComponent(projectId)}`), openOutbox()]);
  if (answer.kind === 'unreachable') return { kind: 'failed', message: answer.message ?? 'The server does not answer. Start it with npm start, then reload this page.', savable: answer.savable === true };
  if (answer.kind !== 'answer') return { kind: 'failed', message: answer.message };
  const nothing = { changes: [], newer: 0 };
  const [waiting, asides] = await Promise.all([outbox.waiting(projectId).catch(() => nothing), outbox.asides(projectId).catch(() => [])]);
  const editor = createEditor(projectId, answer.value.project as Project, answer.value.revision, outbox, { waiting: waiting.changes, asides }, worker);
  // The picture is worked out while the Bench is still being put up.
  editor.look();
  if (!outbox.keeps) editor.say('This browser keeps nothing: while the server is away, changes cannot wait here. Leave the page open until all is saved.', true);
  if (answer.value.repaired !== undefined) editor.say(answer.value.repaired, true);
  const lost = window.sessionStorage.getItem(`saved ${projectId}`);
  if (lost !== null) editor.say(`This is what could be saved; the project it comes from was left as it is. ${lost}`, true);
  window.sessionStorage.removeItem(`saved ${projectId}`);
  if (waiting.newer > 0) editor.say(`${waiting.newer} unsaved ${waiting.newer === 1 ? 'change was' : 'changes were'} made by a newer Oak Tumble and ${waiting.newer === 1 ? 'waits' : 'wait'} in this browser for it.`, true);
  return { kind: 'open', editor };
}
