import type { OperatorEntry, Project } from '../../model';
import { rescaled, timingOf } from '../../scene';
import { DUST, type Frames } from '../../time';
import { newOperator, pieces, preimages, rampMap, type TimeMap } from '../../timing';
import { NO_MOMENTS, slidLayer, withRipple } from '../bars/moments';
import { count } from '../document/change';
import type { Made } from '../document/made';
import { compositionPath, layerPath } from '../document/paths';
import { patchOf, type Patch } from '../document/patch';
import type { Refused } from '../document/refused';
import { nameOf } from '../layers/layers';
import { ended, first, partsOf, type Gives, type Part } from './parts';
import { rampAgain, rampOf } from './ramp-again';
import { rampFrom, type RampFields } from './ramp-from';

export type Pace = { readonly from: Frames; readonly to: Frames; /** 1: as it is; below nought: backwards. */ readonly rate: number; /** Frames of each change, half of it to each side. */ readonly soft: Frames; readonly gives: Gives; /** What begins after the bars goes along with their ends. */ readonly ripple?: boolean };

/** How far beyond a bar's end its last picture is looked for, in lengths of what is there. */
const BEYOND = 64;

/**
 * Plays layers faster or slower from one frame of the film to another, with soft changes around both. A ramp that begins a layer's time is changed, and no
 * second one put over it. What it comes to for the bars, what goes along and what is cut off is told.
 */
export function paceBetween(project: Project, compositionId: string, ids: readonly string[], pace: Pace, newId: () => string): Made | Refused | null {
  const { from, to, rate, gives } = pace;
  if (to <= from) return { refused: 'The part ends before it begins.' };
  const parts = partsOf(project, compositionId, ids);
  if ('refused' in parts) return parts;
  if (parts.length === 0) return null;
  const patches: Patch[] = [];
  const made: string[] = [];
  const bent: Bent[] = [];
  for (const part of parts) {
    const found = bend(project, part, pace);
    if ('refused' in found) return found;
    bent.push(found);
    const { layer } = part;
    if (found.again === null) {
      const id = newId();
      patches.push(...first(compositionId, part, newOperator('ramp', id, found.fields) as OperatorEntry));
      made.push(id);
    } else {
      const node = layer.timing.by[found.again]!;
      patches.push(patchOf([...layerPath(compositionId, layer.id), 'timing', 'by', found.again], node, { ...node, ...found.fields } as OperatorEntry));
      made.push(found.again);
    }
  }
  const by = new Map(bent.map(({ part, by }) => [part, by]));
  const ends = ended(compositionId, parts, (part) => by.get(part)!, gives);
  const along = pace.ripple === true && (gives === 'bar' || gives === 'film') ? rippled(project, compositionId, bent) : { patches: [], words: 'nothing' };
  return {
    event: 'timing.pace', label: `Play ${nameOf(project, compositionId, parts.map(({ layer }) => layer.id))} at ${Math.round(rate * 100)} % from ${from} to ${to}`, made,
    patches: [...patches, ...ends, ...along.patches], told: `${lengths(bent, gives)}; moves along: ${along.words}; cut off: ${cutOff(bent, gives)}.`,
  };
}

/** How a part's time is bent. */
type Bent = {
  readonly part: Part;
  readonly fields: RampFields;
  /** The ramp that is changed; null where one is made. */
  readonly again: string | null;
  /** So much later than now, in the film's frames, its last picture comes. */
  readonly by: Frames;
  /** Frames of what stood that are played through now. */
  readonly unstood: Frames;
};

function bend(project: Project, part: Part, { from, to, rate, soft, gives }: Pace): Bent | Refused {
  const { layer, pace, entry, host } = part;
  const [a, b] = [rescaled(entry(Math.max(from, part.from)), 1), rescaled(entry(to), 1)];
  const [begin, end] = [Math.max(0, rescaled(entry(part.from), 1)), rescaled(entry(part.to), 1)];
  // Up to the end of its bar a part goes on for good: where the bar ends then is for its last picture to say.
  const onward = to >= part.to - DUST && (gives === 'bar' || gives === 'film' || gives === 'rest');
  const around = roundIt(begin, a, Math.min(b, end), end, rate, gives);
  if (around === null) return { refused: `Nothing ${gives === 'others' ? 'of' : gives === 'before' ? 'before it in' : 'after it in'} ${layer.name} is left to give: let its bar give instead.` };
  const half = rescaled((soft * pace) / 2, 1);
  const free = gives === 'bar' || gives === 'film' || gives === 'rest';
  const id = layer.timing.order[0];
  const now = id === undefined ? null : rampOf(layer.timing.by[id]);
  const again = now && free ? rampAgain(now, a, onward ? null : b, rate, { before: a > begin + DUST ? half : 0, within: half, after: half }) : null;
  if (again) {
    const before = rampMap(now!);
    return { part, fields: again, again: id!, by: later(before, rampMap(again), end, part), unstood: Math.max(0, standing(before, begin, end) - standing(rampMap(again), begin, end * 2)) / pace };
  }
  const { stack, source } = timingOf(project, host, layer);
  const room = (x: Frames, side: 1 | -1) => standsWithin(source ? stack.content : stack.keys, x, side, soft / 2) * pace;
  const whole = onward ? rampFrom(begin, [[a, around.before]], rate, 2 * half) : rampFrom(begin, [[a, around.before], [b, rate]], around.after, 2 * half);
  const fields = half > 0 ? { ...whole, blend: gentle(whole, a, b, room(Math.max(from, part.from), -1), room(free ? from + rate * (to - from) : to, 1)) } : whole;
  return { part, fields, again: null, by: later(null, rampMap(fields), end, part, (1 - rate) * (to - from)), unstood: 0 };
}

/** Soft changes that do not reach into what stands before or after the part. */
function gentle({ cuts, blend }: RampFields, a: Frames, b: Frames, before: Frames, after: Frames): RampFields['blend'] {
  const feet = (at: number, [left, right]: readonly [number, number]) => [Math.abs(at - a) < DUST ? Math.min(left, before) : left, Math.abs(at - b) < DUST ? Math.min(right, after) : right] as const;
  const half = typeof blend === 'number' ? blend / 2 : 0;
  const now = typeof blend === 'number' ? cuts.map(() => [half, half] as const) : blend;
  const made = now.map((pair, i) => feet(cuts[i]!, pair));
  return made.every(([left, right], i) => left === now[i]![0] && right === now[i]![1]) ? blend : made;
}

/** How far from a frame, up to so many frames to one side, nothing stands. */
function standsWithin(map: TimeMap, frame: Frames, side: 1 | -1, most: Frames): Frames {
  const [from, to] = side > 0 ? [frame, frame + most] : [frame - most, frame];
  let room = most;
  for (const piece of pieces(map, from, to)) {
    if (piece.kind !== 'held' || piece.to - piece.from < DUST) continue;
    room = Math.min(room, Math.max(0, side > 0 ? piece.from - frame : frame - piece.to));
  }
  return room;
}

/** Frames of incoming time for which a ramp stands, between two of them. */
function standing(map: TimeMap, from: Frames, to: Frames): Frames {
  let sum = 0;
  for (const piece of pieces(map, from, to)) if (piece.kind === 'held') sum += piece.to - piece.from;
  return sum;
}

/** So much later the picture of a bar's end comes; `else` where it never does. A bar begins where it did. */
function later(before: TimeMap | null, after: TimeMap, end: Frames, { pace, entry, from }: Part, otherwise: Frames = 0): Frames {
  const wanted = before ? before.at(end) : end;
  const begin = entry(from);
  const [there] = preimages(after, wanted, begin + DUST, begin + (end - begin + 1) * BEYOND).found;
  return there ? rescaled((there.from - end) / pace, 1) : otherwise;
}

/**
 * How fast what is before and after a part from a to b runs, so that all from begin to end still ends on the same picture; null where nothing is left to
 * give, or it would run backwards. As it was where neither gives.
 */
function roundIt(begin: Frames, a: Frames, b: Frames, end: Frames, rate: number, gives: Gives): { readonly before: number; readonly after: number } | null {
  if (gives !== 'others' && gives !== 'before' && gives !== 'after') return { before: 1, after: 1 };
  const room = (gives === 'after' ? 0 : Math.max(0, a - begin)) + (gives === 'before' ? 0 : Math.max(0, end - b));
  if (room <= 0) return null;
  const given = 1 + ((1 - rate) * (b - a)) / room;
  return given <= 0 ? null : { before: gives === 'after' ? 1 : given, after: gives === 'before' ? 1 : given };
}

/** What begins where the first of the bars ends, or after it, goes along with its end; of markers those of the composition. */
function rippled(project: Project, compositionId: string, bent: readonly Bent[]): { readonly patches: readonly Patch[]; readonly words: string } {
  const [one] = [...bent].sort((x, y) => x.part.to - y.part.to);
  const { host } = one!.part;
  const mine = new Set(bent.map(({ part }) => part.layer.id));
  const { slide, markers } = withRipple(project, host, { ...NO_MOMENTS, trimEnd: [one!.part.layer.id] });
  const bars = slide.filter((id) => !mine.has(id));
  if (Math.abs(one!.by) < DUST || bars.length + markers.length === 0) return { patches: [], words: 'nothing' };
  const marks = markers.flatMap(({ layer, marker }) => (layer === null ? [patchOf([...compositionPath(compositionId), 'markers', marker, 'at'], host.markers[marker]!.at, rescaled(host.markers[marker]!.at + one!.by, 1))] : []));
  const words = [...(bars.length > 0 ? [count(bars.length, 'bar')] : []), ...(marks.length > 0 ? [count(marks.length, 'marker')] : [])].join(' and ');
  return { patches: [...bars.flatMap((id) => slidLayer(compositionId, host.layers.by[id]!, one!.by)), ...marks], words };
}

const tell = (frames: Frames) => `${Math.round(frames * 100) / 100} f`;

/** How long the bars are then. */
function lengths(bent: readonly Bent[], gives: Gives): string {
  const [only] = bent;
  const grows = gives === 'bar' || gives === 'film';
  if (bent.length > 1) return grows ? `${bent.length} bars, ${new Set(bent.map(({ by }) => tell(by))).size > 1 ? 'each by its own' : `each ${only!.by < 0 ? `${tell(-only!.by)} shorter` : `${tell(only!.by)} longer`}`}` : `${bent.length} bars as long as they are`;
  const { part, by } = only!;
  const length = part.to - part.from;
  return grows && Math.abs(by) > DUST ? `${part.layer.name}: bar ${tell(Math.max(1, length + by))}, was ${tell(length)}` : `${part.layer.name}: bar ${tell(length)}, as it is`;
}

/** What is not seen any more: what lies behind the end of a bar that stays, or of the film, and what stood and is played through. */
function cutOff(bent: readonly Bent[], gives: Gives): string {
  const beyond = Math.max(...bent.map(({ part, by }) => (gives === 'rest' ? by : gives === 'bar' ? part.to + by - Math.max(part.host.duration, part.to) : 0)));
  const unstood = Math.max(...bent.map((one) => one.unstood));
  const words = [...(beyond > DUST ? [gives === 'rest' ? `the last ${tell(beyond)}` : `${tell(beyond)} after the film’s end`] : []), ...(unstood > DUST ? [`${tell(unstood)} of standing`] : [])];
  return words.length > 0 ? words.join(', ') : 'nothing';
}
