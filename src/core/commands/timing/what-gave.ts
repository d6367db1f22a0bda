import { sourceTimeAt, timingOf } from '../../scene';
import { hasContentTime, member, type Composition, type Layer, type Project } from '../../model';
import { DUST, type Frames } from '../../time';
import { preimages } from '../../timing';
import type { Made } from '../document/made';

/** How many lengths of a bar beyond its end its last picture is looked for. */
const BEYOND = 8;

/**
 * What a new timing did to the end of a layer's bar: that it ends before the picture it ended with, or has nothing to show
 * there any more; with the edit that sets it right. Null where its end is as good as before.
 */
export function whatGave(before: Project, after: Project, host: Composition, layer: Layer, op: string): { readonly words: string; readonly offer?: Made['offer'] } | null {
  const now = member(after.compositions.by[host.id]!.layers.by, layer.id)!;
  const end = layer.spans.at(-1)?.[1];
  const begin = layer.spans[0]?.[0];
  if (end === undefined || begin === undefined || !hasContentTime(layer.kind)) return null;
  const last = Math.ceil(end - DUST) - 1;
  const shown = sourceTimeAt(before, host, layer, last);
  if (shown === null) return null;
  const next = after.compositions.by[host.id]!;
  const trim = (words: string, at: Frames): Made['offer'] => ({ words, do: 'layers.trim', with: { composition: host.id, layers: [layer.id], end: 'end', at } });
  if (sourceTimeAt(after, next, now, last) === null) {
    let frame = last;
    while (frame > begin && sourceTimeAt(after, next, now, frame) === null) frame--;
    if (frame <= begin) return { words: 'nothing of it is left in its bar.' };
    return { words: `the bar shows nothing for its last ${say(last - frame)}.`, offer: trim('Trim it', frame + 1) };
  }
  // A loop in a bar that holds one play has nothing to do yet.
  const source = timingOf(after, next, now).source;
  const isOne = op === 'loop' && source !== null && end < host.duration && sourceTimeAt(before, host, layer, Math.ceil(end)) === null && sourceTimeAt(before, host, layer, last, true) === shown && Math.abs(timingOf(before, host, layer).stack.content.at(Math.ceil(end)) - source.D) < 1 + DUST;
  if (isOne) return { words: 'its bar holds one play.', offer: trim('Lengthen it to the end', host.duration) };
  const { found } = preimages(timingOf(after, next, now).stack.content, shown, begin, end + (end - begin) * BEYOND);
  const [first] = found;
  if (!first || found.some(({ from }) => from <= last + DUST)) return null;
  const early = Math.ceil(first.from - DUST) - last;
  const at = end + early;
  if (end >= host.duration) return { words: `the composition ends ${say(early)} too early for it.` };
  return { words: `the bar now ends ${say(early)} early.`, offer: trim(`Lengthen it`, Math.min(at, host.duration)) };
}

function say(frames: number): string {
  return `${frames} ${frames === 1 ? 'frame' : 'frames'}`;
}
