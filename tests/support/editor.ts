import { vi } from 'vitest';
import type { Change } from '../../src/core/commands';
import type { Project } from '../../src/core/model';
import { createEditor, type Editor, type Left } from '../../src/islands/bench/editor/editor';
import type { Outbox } from '../../src/islands/bench/editor/outbox';
import type { PictureSays } from '../../src/workers/picture/protocol';

/** An editor whose server, picture and browser are stood in for by lists of what they were asked. */
export type OpenedEditor = {
  readonly editor: Editor;
  /** What the picture was asked for. */
  readonly asked: PictureSays[];
  /** What was sent to the server. */
  readonly sent: { readonly base: number; readonly change: Change }[];
  /** What other windows did; the editor asks for it when the window is looked at again. */
  readonly others: { readonly revision: number; readonly change: Change }[];
  /** What the browser keeps. */
  readonly kept: Map<string, string>;
  /** What the server is to answer to what is sent, in turn; after that it takes everything. */
  readonly answers: { readonly status: number; readonly body: unknown }[];
  /** What the browser keeps of changes that were set aside. */
  readonly aside: Map<number, unknown>;
  /** The window is looked at again. */
  readonly focus: () => void;
};

/** Opens an editor on a project; `close` it and take the stubs away afterwards. */
export function openEditor(project: Project, left: Left = { waiting: [], asides: [] }): OpenedEditor {
  const asked: PictureSays[] = [];
  const sent: OpenedEditor['sent'] = [];
  const others: OpenedEditor['others'] = [];
  const kept = new Map<string, string>();
  const answers: OpenedEditor['answers'] = [];
  const aside = new Map<number, unknown>();
  let focus = (): void => undefined;
  vi.stubGlobal('window', { addEventListener: (name: string, heard: () => void) => { if (name === 'focus') focus = heard; }, removeEventListener: () => undefined });
  vi.stubGlobal('localStorage', { getItem: (name: string) => kept.get(name) ?? null, setItem: (name: string, value: string) => void kept.set(name, value) });
  vi.stubGlobal('fetch', (_: string, init?: RequestInit) => {
    if (!init?.body) return Promise.resolve(new Response(JSON.stringify({ revision: others.length, changes: others, more: false })));
    sent.push(JSON.parse(String(init.body)) as OpenedEditor['sent'][number]);
    const answer = answers.shift();
    if (answer) return Promise.resolve(new Response(JSON.stringify(answer.body), { status: answer.status }));
    return Promise.resolve(new Response(JSON.stringify({ kind: 'applied', revision: sent.length, missed: [] })));
  });
  const outbox: Outbox = {
    keeps: true, waiting: () => Promise.resolve({ changes: [], newer: 0 }), put: () => Promise.resolve(1), remove: () => Promise.resolve(), asides: () => Promise.resolve([]),
    putAside: (_, one) => Promise.resolve(aside.set(aside.size + 1, one).size), removeAside: (key) => Promise.resolve(void aside.delete(key)),
  };
  const worker = { postMessage: (message: { said?: PictureSays }) => void (message.said && asked.push(message.said)), terminate: () => undefined } as unknown as Worker;
  const editor = createEditor('film', project, 0, outbox, left, worker);
  return { editor, asked, sent, others, kept, answers, aside, focus: () => focus() };
}
