import { keysOf, legAfter, type Leg } from '../../../core/commands';
import { prepareCurve, type KeyCurve } from '../../../core/keys';
import { keyTimesOf, type Track } from '../../../core/scene';
import type { Channel, Layer } from '../../../core/model';
import type { TimelineView } from '../editor/state';
import { showNumber } from '../panel/read-number';
import type { Grip } from './hit';
import { pegsOf } from './pegs';
import type { RowPlace } from './rows/row';
import { frameOf } from './scale';

/** Closer together than this, in pixels, two pegs leave no line to take hold of. */
const ROOM = 20;
/** A pull up or down begins after so many pixels: a hand that goes sideways trembles. */
const SLACK = 5;

type Key = Channel['keys'][string];

/**
 * The line between two pegs, taken hold of where the pointer is: nearer to the first it says how the motion leaves, nearer to the second how it
 * arrives. Sideways gives over how many frames, up and down how far it goes past. `tall` is how many pixels its values have.
 */
export function legGrip(place: RowPlace, layer: Layer, track: Track, view: TimelineView, x: number, tall: number): Grip | null {
  const { channel, spec } = track;
  if (!channel || layer.locked || !keyTimesOf(place.project, place.composition, layer, track).even) return null;
  const pegs = pegsOf(place.project, place.composition, layer, [track]);
  const frame = frameOf(x, view);
  const i = pegs.findLastIndex((peg) => peg.at <= frame);
  const [from, to] = [pegs[i], pegs[i + 1]];
  if (!from || !to || (to.at - from.at) * view.pixelsPerFrame < ROOM) return null;
  const keys = keysOf(channel) as readonly Key[];
  const k = keys.findIndex((key) => key.id === from.refs[0]!.key);
  if (k < 0 || spec.type === 'T' || spec.type === 'B' || spec.type === 'E') return null;
  const length = to.at - from.at;
  const rise = spec.type === 'N' ? ((keys[k + 1]!.arrives ?? keys[k + 1]!.value) as number) - (keys[k]!.value as number) : 1;
  const own = legAfter(channel, spec.type, keys, k);
  const leg: Leg = own ? fromStraight(own, rise) : ofCurve(keys[k]!.curve as KeyCurve | null | undefined, length, rise);
  const leaving = frame - from.at < length / 2;
  const scale = spec.type === 'N' ? worth(keys) / tall : 1 / tall;
  const composition = place.composition.id;
  return {
    kind: 'grip', layer: layer.id, cursor: 'move', as: { kind: 'row', layer: layer.id }, at: frame, limits: [-length, length], event: 'keys.pull', args: { composition, keys: [from.refs[0]!] },
    words: `Pull the motion: sideways for how slowly it ${leaving ? 'leaves' : 'arrives'}, up and down past its end; double-click for a key here`,
    twice: { event: 'keys.add', args: { composition, tracks: [{ layer: layer.id, track: track.address }], frame: Math.round(frame) } },
    pull(by, down) {
      const frames = Math.round(Math.min(length, Math.max(0, leaving ? leg.leaves + by : leg.arrives - by)) * 100) / 100;
      const far = Math.abs(down) < SLACK ? undefined : Math.round(((leaving ? leg.out : leg.into) - (down - Math.sign(down) * SLACK) * scale) * 100) / 100;
      const told = `${leaving ? 'leaves' : 'arrives'} over ${showNumber(frames)} f${far === undefined ? '' : `, ${showNumber(spec.type === 'N' ? far : far * 100)} ${spec.type === 'N' ? spec.unit : '%'} out`}`;
      // What is pulled goes on from where it was taken, with the slope that it had; a curve gives way to handles that leave and arrive as it did.
      const [reach, rises] = leaving ? [leg.leaves, leg.out] : [leg.arrives, leg.into];
      const slope = far ?? (reach > 0 ? Math.round(((rises * frames) / reach) * 100) / 100 + 0 : 0);
      const other = own ? {} : leaving ? { arrives: leg.arrives, into: leg.into } : { leaves: leg.leaves, out: leg.out };
      return { move: { ...other, ...(leaving ? { leaves: frames, ...(slope === 0 && far === undefined ? {} : { out: slope }) } : { arrives: frames, ...(slope === 0 && far === undefined ? {} : { into: slope }) }) }, told };
    },
  };
}

/** How near the line is taken, in pixels, whichever way it runs. */
const ON_LINE = 6;

/** Whether a point lies on a line, or beside it by so little that a hand means it; `yAt` is where the line stands above or below an x. */
export function isOnLine(x: number, y: number, yAt: (x: number) => number): boolean {
  for (let dx = 0; dx <= ON_LINE; dx += 1.5) for (const side of dx === 0 ? [1] : [-1, 1]) if (Math.hypot(dx, yAt(x + side * dx) - y) <= ON_LINE) return true;
  return false;
}

/** A side that lies on the straight way has no bend yet: pulling begins from none. */
function fromStraight(leg: Leg, rise: number): Leg {
  const isStraight = (frames: number, far: number, way: number) => Math.abs(far - (way * rise * frames) / leg.length) < 1e-6 * (1 + Math.abs(rise));
  return { ...leg, ...(isStraight(leg.leaves, leg.out, 1) ? { leaves: 0, out: 0 } : {}), ...(isStraight(leg.arrives, leg.into, -1) ? { arrives: 0, into: 0 } : {}) };
}

/** Handles that leave and arrive as a curve does; level ones where it is none. */
function ofCurve(curve: KeyCurve | null | undefined, length: number, rise: number): Leg {
  const third = length / 3;
  if (!curve) return { length, leaves: 0, arrives: 0, out: 0, into: 0 };
  const { at } = prepareCurve(curve);
  const [out, into] = [(at(NEAR) / NEAR / 3) * rise, -((1 - at(1 - NEAR)) / NEAR / 3) * rise];
  return { length, leaves: third, arrives: third, out, into };
}

/** So near to its ends a curve's slope is looked at. */
const NEAR = 1e-3;

/** How much value the height of a row stands for. */
function worth(keys: readonly Key[]): number {
  const numbers = keys.map((key) => key.value as number);
  return Math.max(...numbers) - Math.min(...numbers) || Math.max(1, Math.abs(numbers[0] ?? 1));
}
