import { inTime, member, type Composition, type Layer, type Project } from '../model';
import { hull, type Frames } from '../time';
import { composeAll, operatorOf, preimages, tiedFields, type OperatorFields, type PreparedStack, type Tie, type TimeHandle } from '../timing';
import { timingOf } from './ask';
import { compositionOf, sourceOf } from './source';

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
  /** The time that its step shows there. */
  readonly gives: Frames;
  /** Frames of the source in one of the host where it stands. */
  readonly pace: number;
  /**
   * The fields that a pull by so many host frames and so many frames of the source leaves, and what is told of it. A time of the source that comes
   * within `reach` frames of one of its markers is tied to it; one that is tied already goes on following its own.
   */
  readonly pull: (frames: Frames, shown: Frames, how?: { readonly later?: boolean; readonly reach?: Frames }) => ReturnType<TimeHandle['pull']>;
};

/** Every handle of the steps on what a layer shows; those that its incoming time never meets are left out. */
export function timeHandles(project: Project, host: Composition, layer: Layer): readonly PlacedHandle[] {
  const { stack, source } = timingOf(project, host, layer);
  if (!source) return [];
  const known = remembered.get(stack);
  if (known?.layer === layer && known.duration === host.duration) return known.handles;
  const outer = hull(layer.spans);
  const handles = placed(layer, stack, tiesFor(project, host, layer), Math.min(0, outer?.[0] ?? 0, layer.start), Math.max(host.duration, outer?.[1] ?? 0) + 1);
  remembered.set(stack, { layer, duration: host.duration, handles });
  return handles;
}

/** They are asked for at every move of the pointer. */
const remembered = new WeakMap<PreparedStack, { readonly layer: Layer; readonly duration: Frames; readonly handles: readonly PlacedHandle[] }>();

function placed(layer: Layer, stack: PreparedStack, ties: readonly MarkedTime[], from: Frames, to: Frames): readonly PlacedHandle[] {
  return stack.steps.flatMap((step, i) => {
    const later = composeAll(stack.steps.slice(i + 1).map((one) => one.map));
    const spec = operatorOf(step.node.op)!.fields as OperatorFields;
    return step.handles().flatMap(({ name, x, s, goes, drawn, side, label, pull }): readonly PlacedHandle[] => {
      const [met] = preimages(step.incoming, x, from, to).found;
      if (!met) return [];
      const moved = (frames: Frames) => step.incoming.at(met.from + frames) - step.incoming.at(met.from);
      return [{
        operator: step.id, title: step.title, name, goes, drawn, side: side ?? 0, label: label ?? null, frame: met.from, shown: later.at(s), gives: s, pace: Math.abs(moved(1)),
        pull(frames, shown, { later: behind, reach = 0 } = {}) {
          const { fields, told } = pull(goes === 'up' ? 0 : moved(frames), goes === 'across' ? 0 : shown, behind);
          let caught: MarkedTime | null = null;
          const tie: Tie = (at) => {
            const near = reach <= 0 ? undefined : ties.filter((one) => Math.abs(one.at - at) <= reach).sort((a, b) => Math.abs(a.at - at) - Math.abs(b.at - at))[0];
            if (near) caught = near;
            return near ? { marker: near.marker, end: near.end, plus: 0, was: near.at } : null;
          };
          const tied = tiedFields(spec, fields, step.node as never, member(layer.timing.by, step.id) as never, tie);
          return { fields: tied, told: caught ? `tied to ${(caught as MarkedTime).name}` : told };
        },
      }];
    });
  });
}

/** A time of a source that something can be tied to: a marker, or its end, counted as the layer counts. */
export type MarkedTime = { readonly marker: string; readonly end: boolean; readonly at: Frames; readonly name: string };

/** The markers of what a nest shows, and the ends of those that have a length; none for what is no nest. */
export function tiesFor(project: Project, host: Composition, layer: Layer): readonly MarkedTime[] {
  const shown = layer.kind === 'nest' ? compositionOf(project, layer.source) : null;
  const offset = sourceOf(project, host, layer)?.offset ?? 0;
  return inTime(shown?.markers ?? {}).flatMap(({ id, at, length, name }) => {
    const says = name === '' ? `the marker at ${at}` : name;
    return [{ marker: id, end: false, at: at - offset, name: says }, ...(length > 0 ? [{ marker: id, end: true, at: at + length - offset, name: `the end of ${says}` }] : [])];
  });
}
