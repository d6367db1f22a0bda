import { hasContentTime, inOrder, isDrawn, member, type Composition, type Layer, type Project } from '../model';
import { hull, type Frames } from '../time';
import { compositionOf, sourceOf, sourceTimeAt } from '../scene';

/** Where nothing comes from: in which layer, through which nests, at which frame of its composition, and the edit of its bar that would show something. */
export type Cause = {
  /** The nests that are opened on the way to it, the outermost first. */
  readonly way: readonly string[];
  readonly composition: string;
  readonly layer: string;
  readonly frame: Frames;
  readonly words: string;
  readonly mend: { readonly do: 'layers.trim'; readonly with: { readonly composition: string; readonly layers: readonly string[]; readonly end: 'start' | 'end'; readonly at: Frames } } | null;
};

/** Nests in each other beyond so many are not looked into. */
const DEPTH = 64;

/** The innermost reason why a layer shows nothing at a frame of its composition: its bar, its source, or within what it shows. Null where it shows something. */
export function innermost(project: Project, host: Composition, layer: Layer, frame: Frames, depth = 0): Cause | null {
  const cause = (words: string, mend: Cause['mend'] = null): Cause => ({ way: [], composition: host.id, layer: layer.id, frame, words: `${layer.name}: nothing, ${words}`, mend });
  if (!layer.spans.some(([from, to]) => frame >= from && frame < to)) return cause(besideBar(layer, frame), lengthened(host, layer, frame));
  if (!hasContentTime(layer.kind)) return null;
  const at = sourceTimeAt(project, host, layer, frame, true);
  const source = 'source' in layer ? compositionOf(project, layer.source) : null;
  if (at === null) return cause('source' in layer && !source && layer.kind === 'nest' ? 'its source is missing' : `${source?.name ?? 'its source'} has no picture at that time`);
  if (layer.kind !== 'nest' || !source || source.background !== null || depth >= DEPTH) return null;
  const inner = at + (sourceOf(project, host, layer)?.offset ?? 0);
  const shown = inOrder(source.layers).filter((one) => one.visible && !one.guide && isDrawn(one.kind) && one.kind !== 'null');
  if (shown.length === 0) return cause(`${source.name} is empty`);
  let nearest: { readonly cause: Cause; readonly away: Frames } | null = null;
  for (const one of shown) {
    const found = innermost(project, source, one, inner, depth + 1);
    if (!found) return null;
    const away = awayFrom(one, inner);
    // Of several the one whose bar is nearest is most likely meant.
    if (!nearest || away < nearest.away) nearest = { cause: found, away };
  }
  return { ...nearest!.cause, way: [layer.id, ...nearest!.cause.way] };
}

const tell = (frame: Frames) => String(Math.round(frame * 100) / 100);

function besideBar({ spans }: Layer, frame: Frames): string {
  const outer = hull(spans);
  if (!outer) return 'it has no bar';
  return `${tell(frame)} is ${frame < outer[0] ? 'before its bar' : frame >= outer[1] ? 'after its bar' : 'between its bars'}`;
}

function awayFrom({ spans }: Layer, frame: Frames): Frames {
  const outer = hull(spans);
  return !outer ? Infinity : frame < outer[0] ? outer[0] - frame : Math.max(0, frame - outer[1]);
}

/** The bar up to the end of its composition, or from its first frame on. */
function lengthened({ id, duration }: Composition, layer: Layer, frame: Frames): Cause['mend'] {
  const outer = hull(layer.spans);
  if (!outer || layer.locked || frame < 0 || frame >= duration || (frame >= outer[0] && frame < outer[1])) return null;
  const end = frame < outer[0] ? 'start' : 'end';
  return { do: 'layers.trim', with: { composition: id, layers: [layer.id], end, at: end === 'start' ? 0 : duration } };
}

/** A layer of a composition by its id, with why nothing of it is seen at a frame. */
export function causeOf(project: Project, compositionId: string, layerId: string, frame: Frames): Cause | null {
  const host = compositionOf(project, compositionId);
  const layer = host && member(host.layers.by, layerId);
  return host && layer ? innermost(project, host, layer, frame) : null;
}
