import type { StoreApi } from 'zustand/vanilla';
import { applyPatches, changeFrom, patchOf, readPath, record, type Change, type Draft, type Patch } from '../../../core/commands';
import type { Project } from '../../../core/model';
import type { Outbox, SetAside } from './outbox';
import type { DoneSteps } from './done-steps';
import type { EditorState } from './state';

/** What becomes of changes that were not taken. */
export type Asides = {
  /** Keeps one where it can be seen; in the browser too, as far as that keeps anything. */
  readonly setAside: (aside: Omit<SetAside, 'key'>) => Promise<void>;
  /** Does one once more, over what is there now. */
  readonly tryAside: (key: number) => void;
  /** Hands one out as a file. */
  readonly saveAside: (key: number) => void;
  /** Lets go of one. */
  readonly dropAside: (key: number) => void;
};

type Around = {
  readonly store: StoreApi<EditorState>;
  readonly outbox: Outbox;
  readonly projectId: string;
  readonly say: (text: string, bad?: boolean) => void;
  readonly perform: (draft: Draft) => Change | null;
  readonly look: () => void;
  readonly steps: DoneSteps;
};

export function createAsides({ store, outbox, projectId, say, perform, look, steps }: Around): Asides {
  const get = store.getState;
  const asideOf = (key: number) => get().asides.find((one) => one.key === key);
  const dropAside = (key: number) => {
    store.setState({ asides: get().asides.filter((one) => one.key !== key) });
    void outbox.removeAside(key).catch(() => undefined);
  };
  return {
    dropAside,
    async setAside(aside) {
      // It may have been set aside before the page ended, and was refused once more since.
      if (get().asides.some((one) => one.change.id === aside.change.id)) return;
      say(`“${aside.change.label}” was not taken and is set aside: ${aside.why}`, true);
      const key = await outbox.putAside(projectId, aside).catch(() => -aside.at);
      store.setState({ asides: [...get().asides, { ...aside, key }] });
    },
    tryAside(key) {
      const aside = asideOf(key);
      const draft = aside && triedAgain(get().project, aside.change);
      if (!aside) return;
      if (!draft) return say(`“${aside.change.label}” has no place in the document any more.`, true);
      const change = perform(draft);
      if (!change) return say(`“${aside.change.label}” changes nothing any more.`);
      store.setState({ history: record(get().history, change) });
      steps.triedAgain(aside.change.id, change.id);
      dropAside(key);
      look();
    },
    saveAside(key) {
      const aside = asideOf(key);
      if (!aside) return;
      const address = URL.createObjectURL(new Blob([asideText(projectId, aside)], { type: 'application/json' }));
      Object.assign(document.createElement('a'), { href: address, download: `set-aside-${aside.change.id.slice(0, 8)}.json` }).click();
      URL.revokeObjectURL(address);
    },
  };
}

/**
 * A change that was refused or clashed, as it would be done to the document that is there now: mine over theirs. Null
 * where nothing of it finds its place any more.
 */
function triedAgain(project: Project, change: Change): Draft | null {
  const patches: Patch[] = [];
  let now = project;
  for (const { path, from, to } of change.patches) {
    const found = readPath(now, path);
    if (!found.there) continue;
    // Orders are merged with what others did to them; everything else takes its place.
    const isOrder = path[path.length - 1] === 'order' && Array.isArray(from) && Array.isArray(to);
    const patch = patchOf(path, isOrder ? from : found.value, to);
    now = applyPatches(now, [patch]).project;
    patches.push(patch);
  }
  return now === project ? null : { event: change.event, label: change.label, patches };
}

/** The text of a file that keeps a change for good, with what it was in words. */
function asideText(project: string, { change, why, at }: { readonly change: Change; readonly why: string; readonly at: number }): string {
  return `${JSON.stringify({ format: 'oak-tumble/change', project, was: change.label, why, at: new Date(at).toISOString(), change: { ...changeFrom(change, change.id), version: change.version } }, null, 1)}\n`;
}
