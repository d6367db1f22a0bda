import type { StoreApi } from 'zustand/vanilla';
import { applyPatches, patchesBetween, takeBack, type Patch } from '../../../core/commands';
import { member, type Project } from '../../../core/model';
import { current } from './current';
import type { Say } from './messages';
import type { EditorState } from './state';

/** Lets the picture alone show the film before the last edit, at the frame that is shown; the document stays as it is. Anything that is done ends it. */
export function createBeforeEdit(store: StoreApi<EditorState>, send: (patches: readonly Patch[]) => void, say: Say): { readonly show: (on: boolean) => void; readonly end: () => void } {
  let shown: Project | null = null;
  const end = () => {
    if (!shown) return;
    const patches = patchesBetween([], shown, store.getState().project);
    shown = null;
    store.setState({ beforeEdit: null });
    send(patches);
  };
  return {
    end,
    show(on) {
      if (!on) return end();
      const { history, gesture, project } = store.getState();
      const last = history.done.at(-1);
      if (shown || gesture || !last) return;
      const before = applyPatches(project, takeBack(project, last).draft.patches).project;
      const open = current(store.getState());
      if (!member(before.compositions.by, open.id)) return say(`${open.name} was not there before “${last.label}”.`);
      shown = before;
      store.setState({ beforeEdit: last.label });
      send(patchesBetween([], project, before));
    },
  };
}
