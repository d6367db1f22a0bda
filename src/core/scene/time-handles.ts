import type { Composition, Layer, Project } from '../model';
import { hull, type Frames } from '../time';
import { composeAll, preimages, type PreparedStack, type TimeHandle } from '../timing';
import { timingOf } from './layer-timing';

/** A handle of a step on what a layer shows, where it stands over the host's frames. */
export type PlacedHandle = {
  readonly operator: string;
  /** The step's title and the handle's own name. */
  readonly title: string;
  readonly name: string;
  readonly goes: TimeHandle['goes'];
  readonly drawn: TimeHandle['drawn'];
  readonly side: -1 | 0 | 1;
  readonly label: string | null;
  /** The host frame at which it is met first. */
  readonly frame: Frames;
  /** The source time at which it stands, once the steps after it had their turn. */
  readonly shown: Frames;
  /** The fields that a pull by so many host frames and so many frames of the source leaves, and what is told of it. */
  readonly pull: (frames: Frames, shown: Frames, later?: boolean) => ReturnType<TimeHandle['pull']>;
};

/** Every handle of the steps on what a layer shows; those that its incoming time never meets are left out. */
export function timeHandles(project: Project, host: Composition, layer: Layer): readonly PlacedHandle[] {
  const { stack, source } = timingOf(project, host, layer);
  if (!source) return [];
  const known = remembered.get(stack);
  if (known?.layer === layer && known.duration === host.duration) return known.handles;
  const outer = hull(layer.spans);
  const handles = placed(stack, Math.min(0, outer?.[0] ?? 0, layer.start), Math.max(host.duration, outer?.[1] ?? 0) + 1);
  remembered.set(stack, { layer, duration: host.duration, handles });
  return handles;
}

/** They are asked for at every move of the pointer. */
const remembered = new WeakMap<PreparedStack, { readonly layer: Layer; readonly duration: Frames; readonly handles: readonly PlacedHandle[] }>();

function placed(stack: PreparedStack, from: Frames, to: Frames): readonly PlacedHandle[] {
  return stack.steps.flatMap((step, i) => {
    const later = composeAll(stack.steps.slice(i + 1).map((one) => one.map));
    return step.handles().flatMap(({ name, x, s, goes, drawn, side, label, pull }): readonly PlacedHandle[] => {
      const [met] = preimages(step.incoming, x, from, to).found;
      if (!met) return [];
      return [{
        operator: step.id, title: step.title, name, goes, drawn, side: side ?? 0, label: label ?? null, frame: met.from, shown: later.at(s),
        pull: (frames, shown, behind) => pull(goes === 'up' ? 0 : step.incoming.at(met.from + frames) - step.incoming.at(met.from), goes === 'across' ? 0 : shown, behind),
      }];
    });
  });
}
