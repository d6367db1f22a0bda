import { vi } from 'vitest';
import type { Change } from '../../src/core/commands';
import type { Project } from '../../src/core/model';
import { createEditor, type Editor } from '../../src/islands/bench/editor/editor';
import type { Outbox } from '../../src/islands/bench/editor/outbox';
import type { PictureRequest } from '../../src/workers/picture/protocol';

/** An editor whose server, picture and browser are stood in for by lists of what they were asked. */
export type OpenedEditor = {
  readonly editor: Editor;
  /** What the picture was asked for. */
  readonly asked: PictureRequest[];
  /** What was sent to the server. */
  readonly sent: { readonly base: number; readonly change: Change }[];
  /** What other windows did; the editor asks for it when the window is looked at again. */
  readonly others: { readonly revision: number; readonly change: Change }[];
  /** What the browser keeps. */
  readonly kept: Map<string, string>;
  /** The window is looked at again. */
  readonly focus: () => void;
};

/** Opens an editor on a project; `close` it and take the stubs away afterwards. */
export function openEditor(project: Project): OpenedEditor {
  const asked: PictureRequest[] = [];
  const sent: OpenedEditor['sent'] = [];
  const others: OpenedEditor['others'] = [];
  const kept = new Map<string, string>();
  let focus = (): void => undefined;
  vi.stubGlobal('window', { addEventListener: (_: string, heard: () => void) => void (focus = heard), removeEventListener: () => undefined });
  vi.stubGlobal('localStorage', { getItem: (name: string) => kept.get(name) ?? null, setItem: (name: string, value: string) => void kept.set(name, value) });
  vi.stubGlobal('fetch', (_: string, init?: RequestInit) => {
    if (!init?.body) return Promise.resolve(new Response(JSON.stringify({ revision: others.length, changes: others })));
    sent.push(JSON.parse(String(init.body)) as OpenedEditor['sent'][number]);
    return Promise.resolve(new Response(JSON.stringify({ kind: 'applied', revision: sent.length, missed: [] })));
  });
  const outbox: Outbox = { waiting: () => Promise.resolve([]), put: () => Promise.resolve(1), remove: () => Promise.resolve() };
  const worker = { postMessage: (request: PictureRequest) => void asked.push(request), terminate: () => undefined } as unknown as Worker;
  const editor = createEditor('film', project, 0, outbox, [], worker);
  return { editor, asked, sent, others, kept, focus: () => focus() };
}
