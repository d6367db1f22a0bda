import { keysOf, legAfter, type Leg } from '../../../core/commands';
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
  const leg: Leg = legAfter(channel, spec.type, keys, k) ?? { length, leaves: length / 3, arrives: length / 3, out: 0, into: 0 };
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
      return { move: leaving ? { leaves: frames, ...(far === undefined ? {} : { out: far }) } : { arrives: frames, ...(far === undefined ? {} : { into: far }) }, told };
    },
  };
}

/** How much value the height of a row stands for. */
function worth(keys: readonly Key[]): number {
  const numbers = keys.map((key) => key.value as number);
  return Math.max(...numbers) - Math.min(...numbers) || Math.max(1, Math.abs(numbers[0] ?? 1));
}
