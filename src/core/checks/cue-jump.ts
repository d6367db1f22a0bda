import { compositionOf, timingOf } from '../scene';
import type { Composition, Layer, Project } from '../model';
import { DUST, hull, type Frames } from '../time';
import { holdInside, moveOf, type Move } from '../timing';
import { cuesOf, type Cues } from './cues';
import { defineCheck, layerByLayer, type Finding } from './problem';
import { differsBetween } from './seams';

export const cueJump = defineCheck({
  code: 'cue-jump',
  about: 'Cues of which a move begins on another picture than the one before came to rest on.',
  find: layerByLayer((project, composition, layer) => cuesOf(project, composition, layer).flatMap((cues) => findIn(project, composition, layer, cues))),
});

function findIn(project: Project, composition: Composition, layer: Layer, cues: Cues): readonly Finding[] {
  const { played, host, D } = cues;
  const source = layer.kind === 'nest' ? compositionOf(project, layer.source) : null;
  const offset = timingOf(project, composition, layer).source?.offset ?? 0;
  if (D === null || !source) return [];
  return played.slice(1).flatMap((move, i): readonly Finding[] => {
    const before = played[i]!;
    // What is cut short jumps anyway, and is told as that; a rest that runs jumps by its nature.
    if (before.end > move.start + DUST || before.rest) return [];
    const still = holdInside(before.to, D);
    if (Math.abs(still - move.from) <= DUST || move.from >= D || !differsBetween(project, source, still + offset, move.from + offset)) return [];
    const joined = layer.locked ? null : joinedAt(composition, layer, cues, i + 1);
    return [{
      where: { composition: composition.id, layer: layer.id, frame: host(move.start) },
      message: `“${layer.name}” rests on frame ${still} of “${source.name}” and jumps to frame ${move.from} where move ${i + 2} begins, at frame ${host(move.start)}.`,
      fix: joined?.fix ?? `Let move ${i + 2} begin on frame ${before.to}, where the one before ends.`,
      ...(joined ? { mend: { do: 'timing.set', with: { composition: composition.id, layer: layer.id, operator: cues.operator, fields: { moves: joined.moves } } } } : {}),
    }];
  });
}

/**
 * The moves with one of them joined to the one before: it begins where that ends, or else that ends where it begins. Neither may become so long
 * that something else cuts it short, nor end where it began; null where both would.
 */
function joinedAt(composition: Composition, layer: Layer, { played, moves, host, operator }: Cues, i: number): { readonly moves: readonly Move[]; readonly fix: string } | null {
  const [before, move] = [played[i - 1]!, played[i]!];
  const bar = Math.min(composition.duration, hull(layer.spans)?.[1] ?? 0);
  // Times that a marker gives stay with it: what is written again is the move as it was.
  const given = (layer.timing.by[operator] as unknown as { readonly moves: readonly Move[] }).moves;
  const set = (k: number, fields: { readonly from?: Frames; readonly to?: Frames }) => given.map((one, j) => (j === k ? { ...moveOf(one), ...fields } : one));
  const end = move.start + move.to - before.to;
  const roomAfter = end <= move.end || (moves[i]!.rest === null && (i + 1 < played.length ? end <= played[i + 1]!.start + DUST : host(end) <= bar + DUST));
  if (before.to < move.to && roomAfter) return { moves: set(i, { from: before.to }), fix: `Let move ${i + 1} begin on frame ${before.to}, where the one before ends.` };
  const roomBefore = before.start + move.from - before.from <= move.start + DUST;
  if (move.from > before.from && roomBefore) return { moves: set(i - 1, { to: move.from }), fix: `Let move ${i} end on frame ${move.from}, where the next begins.` };
  return null;
}
