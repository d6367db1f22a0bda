import type { Project } from '../../core/model';
import { openedProject } from '../../wire';
import { call } from '../call';
import { createEditor, type Editor } from './editor/editor';
import { openOutbox } from './editor/outbox';

export type Opening = { readonly kind: 'opening' } | { readonly kind: 'failed'; readonly message: string } | { readonly kind: 'open'; readonly editor: Editor };

/** Asks for a project and for what this browser has not sent yet, and makes an editor of both. */
export async function openProject(projectId: string, worker: Worker): Promise<Opening> {
  const [answer, outbox] = await Promise.all([call(openedProject, `/api/projects/${encodeURIComponent(projectId)}`), openOutbox()]);
  if (answer.kind === 'unreachable') return { kind: 'failed', message: 'The server does not answer. Start it with npm start, then reload this page.' };
  if (answer.kind === 'refused') return { kind: 'failed', message: answer.message };
  return { kind: 'open', editor: createEditor(projectId, answer.value.project as Project, answer.value.revision, outbox, await outbox.waiting(projectId), worker) };
}
