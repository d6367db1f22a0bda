import { dust, type Frames } from '../../time';
import { moves, tellTime, type Move } from '../field';
import { loopParts } from '../looped';
import { defineOperator, holdInside, pulled } from '../operator';
import { held, isBefore, NEAR, straight, type Segment, type Side } from '../segment';
import { identity, mapOf } from '../time-map';

export const cue = defineOperator({
  op: 'cue',
  title: 'Cues',
  about: 'Markers of the layer start moves in order; what a move ends on stands until the next.',
  fields: { moves: moves({ label: 'Moves' }) },
  tell: ({ moves: list }) => `${list.length} ${list.length === 1 ? 'move' : 'moves'}: ${list.map((move) => { const { from, to } = moveOf(move); return `${tellTime(from)} to ${tellTime(to)}`; }).join(', ')}`,
  did: ({ moves: list }) => `Plays ${list.length === 1 ? 'a move' : `${list.length} moves`} where the layer’s markers say`,
  prepare: (params, { D, markers }) => {
    const played = playedMoves(params.moves, markers);
    const [first] = params.moves;
    if (!first) return identity;
    const early = held(-Infinity, played[0]?.start ?? Infinity, dust(holdInside(Number(moveOf(first).from), D)));
    if (played.length === 0) return mapOf(() => early.at(0), () => early);
    const parts = played.map((move, i) => partOf(move, played[i + 1]?.start ?? Infinity, D));
    const indexAt = (x: number, side: Side) => {
      let [low, high] = [-1, played.length - 1];
      while (low < high) {
        const middle = Math.ceil((low + high) / 2);
        if (isBefore(x, played[middle]!.start, side)) high = middle - 1;
        else low = middle;
      }
      return low;
    };
    return mapOf(
      (x) => {
        const i = indexAt(x, 'right');
        return i < 0 ? early.at(x) : parts[i]!.at(x);
      },
      (x, side) => {
        const i = indexAt(x, side);
        return i < 0 ? early : parts[i]!.segment(x, side);
      },
    );
  },
  // All of it as one move, for the first marker to fire.
  born: ({ D, length }) => ({ moves: [[0, D ?? length]] }),
  // When moves begin is said by markers: what can be pulled here is what they show.
  handles: ({ moves: list }, { markers }) => {
    const played = playedMoves(list, markers);
    return played.flatMap(({ start, end }, i) => {
      const { from, to, rest } = moveOf(list[i]!);
      const set = (fields: object) => ({ moves: list.map((one, k) => (k === i ? { from, to, rest, ...fields } : one)) });
      return [
        { name: `the pose that move ${i + 1} begins on`, x: start, s: Number(from), goes: 'up', drawn: 'foot', pull: (_: number, s: number) => { const now = pulled(Math.max(0, Number(from) + Math.round(s))); return { fields: set({ from: now }), told: `begins on frame ${now}` }; } } as const,
        { name: `the pose that move ${i + 1} rests on`, x: end, s: Number(to), goes: 'up', drawn: 'point', pull: (_: number, s: number) => { const now = pulled(Math.max(0, Number(to) + Math.round(s))); return { fields: set({ to: now }), told: `rests on frame ${now}` }; } } as const,
      ];
    });
  },
  examples: [
    { given: { moves: [[0, 15], [15, 40]] }, markers: [10, 40], x: 4, becomes: 0 },
    { given: { moves: [[0, 15], [15, 40]] }, markers: [10, 40], x: 17, becomes: 7 },
    { given: { moves: [[0, 15], [15, 40]] }, markers: [10, 40], x: 39, becomes: 15 },
    { given: { moves: [[0, 15], [15, 40]] }, markers: [10, 18], x: 18, becomes: 15 },
    { given: { moves: [[0, 15], [15, 40]] }, D: 40, markers: [10, 40], x: 90, becomes: 39 },
    { given: { moves: [{ from: 0, to: 10, rest: { kind: 'loop', from: 10, to: 14, finish: false } }] }, markers: [0], x: 19, becomes: 11 },
    { given: { moves: [{ from: 0, to: 10, rest: { kind: 'swing', from: 10, to: 14, finish: false } }] }, markers: [0], x: 15, becomes: 11 },
    { given: { moves: [{ from: 0, to: 10, rest: { kind: 'loop', from: 10, to: 14, finish: true } }, [20, 30]] }, markers: [0, 12], x: 13, becomes: 13 },
    { given: { moves: [{ from: 0, to: 10, rest: { kind: 'loop', from: 10, to: 14, finish: true } }, [20, 30]] }, markers: [0, 12], x: 15, becomes: 21 },
    { given: { moves: [{ from: 0, to: 10, rest: { kind: 'loop', from: 14, to: 14, finish: true } }, [20, 30]] }, markers: [0, 22], x: 15, becomes: 14 },
    { given: { moves: [{ from: 0, to: 10, rest: { kind: 'swing', from: 12, to: 13, finish: false } }] }, D: 40, markers: [0], x: 15, becomes: 12 },
    { given: { moves: [[5, 5], [9, 7]] }, markers: [2, 6], x: 6, becomes: 7 },
    { given: { moves: [[3, 9]] }, x: 50, becomes: 3 },
  ],
});

/** A move as it is played: from when to when, and what it rests on. */
export type PlayedMove = { readonly from: Frames; readonly to: Frames; /** When it begins. */ readonly start: Frames; /** When it is over, if nothing cuts it short. */ readonly end: Frames; /** Where it stands when it is over, if nothing runs then. */ readonly stands: Frames; readonly rest: Rested | null; /** The marker that fires it. */ readonly marker: Frames };

/** A rest that runs: a part that plays from the end of its move on. */
type Rested = { readonly from: Frames; readonly to: Frames; readonly kind: 'loop' | 'swing'; readonly finish: boolean };

export function moveOf(move: Move): Exclude<Move, readonly unknown[]> {
  return 'from' in move ? move : { from: move[0], to: move[1], rest: null };
}

/** The moves that markers fire, in order, each as long as it lasts by itself; a rest that finishes holds the next move back. */
export function playedMoves(list: readonly Move[], markers: readonly Frames[]): readonly PlayedMove[] {
  const played: PlayedMove[] = [];
  for (const [i, marker] of markers.slice(0, list.length).entries()) {
    const { from, to, rest } = moveOf(list[i]!);
    const before = played[i - 1];
    const start = before ? Math.max(before.start, waited(before, marker)) : marker;
    played.push({ from: Number(from), to: Number(to), start, end: start + Math.max(0, Number(to) - Number(from)), marker, stands: standsOn(rest, Number(to)), rest: restOf(rest) });
  }
  return played;
}

/** On the pose that ends the move; a rest that runs but has no length stands on its own beginning. */
function standsOn(rest: Exclude<Move, readonly unknown[]>['rest'], to: Frames): Frames {
  return rest && rest.kind !== 'still' && rest.from !== null && rest.to !== null && restOf(rest) === null ? Number(rest.from) : to;
}

/** A rest that runs, and has a length. */
function restOf(rest: Exclude<Move, readonly unknown[]>['rest']): Rested | null {
  if (!rest || rest.kind === 'still' || rest.from === null || rest.to === null) return null;
  const running = { from: Number(rest.from), to: Number(rest.to), kind: rest.kind, finish: rest.finish };
  return playOf(running) > 0 ? running : null;
}

/** How long a play of a rest is: there, or there and back. */
function playOf({ from, to, kind }: Rested): Frames {
  return kind === 'loop' ? to - from : 2 * (to - from - 1);
}

/** When the next move begins after a move's rest: at its marker, or when the play that runs there is over. */
function waited({ rest, end }: PlayedMove, marker: Frames): Frames {
  if (!rest?.finish || marker <= end) return marker;
  const length = playOf(rest);
  return dust(end + length * Math.ceil((marker - end) / length - 1e-9));
}

type Part = { readonly at: (x: Frames) => Frames; readonly segment: (x: Frames, side: Side) => Segment };

/** A move and its rest, until the next one begins. */
function partOf({ from, stands, start, end, rest }: PlayedMove, next: Frames, D: Frames | null): Part {
  const still = dust(holdInside(stands, D));
  const over = Math.min(end, next);
  const moving = straight(start, over, start, from, 1);
  const standing = held(end, next, still);
  const by = rest ? end - rest.from : 0;
  const running = rest && loopParts({ from: rest.from, to: rest.to, mode: rest.kind === 'loop' ? 'repeat' : 'swing', twice: false, count: Infinity, on: false });
  return {
    at: (x) => (isBefore(x, end, 'right') ? dust(from + Math.max(0, x - start)) : running ? running.at(Math.max(x, end) - by) : still),
    segment(x, side) {
      if (over > start && isBefore(x, over, side)) return moving;
      if (!running) return standing;
      const segment = shifted(running.segment(Math.max(x, side === 'left' ? end + NEAR : end) - by, side), by);
      return { ...segment, from: segment.from < end + NEAR ? end : segment.from, to: segment.to > next - NEAR ? next : segment.to };
    },
  };
}

function shifted(segment: Segment, by: Frames): Segment {
  return { ...segment, from: segment.from + by, to: segment.to + by, at: (x) => segment.at(x - by), rate: (x) => segment.rate(x - by) };
}
