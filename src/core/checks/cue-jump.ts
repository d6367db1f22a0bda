import { compositionOf, timingOf } from '../scene';
import type { Composition, Layer, Project } from '../model';
import { DUST } from '../time';
import { holdInside } from '../timing';
import { cuesOf, type Cues } from './cues';
import { defineCheck, layerByLayer, type Finding } from './problem';
import { differsBetween } from './seams';

export const cueJump = defineCheck({
  code: 'cue-jump',
  about: 'Cues of which a move begins on another picture than the one before came to rest on.',
  find: layerByLayer((project, composition, layer) => cuesOf(project, composition, layer).flatMap((cues) => findIn(project, composition, layer, cues))),
});

function findIn(project: Project, composition: Composition, layer: Layer, { played, host, D, moves, operator }: Cues): readonly Finding[] {
  const source = layer.kind === 'nest' ? compositionOf(project, layer.source) : null;
  const offset = timingOf(project, composition, layer).source?.offset ?? 0;
  if (D === null || !source) return [];
  return played.slice(1).flatMap((move, i): readonly Finding[] => {
    const before = played[i]!;
    // What is cut short jumps anyway, and is told as that; a rest that runs jumps by its nature.
    if (before.end > move.start + DUST || before.rest) return [];
    const still = holdInside(before.to, D);
    if (Math.abs(still - move.from) <= DUST || move.from >= D || !differsBetween(project, source, still + offset, move.from + offset)) return [];
    const given = moves[i + 1]!;
    // Begun earlier it would last longer and might run into the next.
    const mends = !layer.locked && typeof given.to === 'number' && before.to > move.from && before.to < given.to;
    return [{
      where: { composition: composition.id, layer: layer.id, frame: host(move.start) },
      message: `“${layer.name}” rests on frame ${still} of “${source.name}” and jumps to frame ${move.from} where move ${i + 2} begins, at frame ${host(move.start)}.`,
      fix: `Let move ${i + 2} begin on frame ${before.to}, where the one before ends.`,
      ...(mends ? { mend: { do: 'timing.set', with: { composition: composition.id, layer: layer.id, operator, fields: { moves: moves.map((one, k) => (k === i + 1 ? { ...one, from: before.to } : one)) } } } } : {}),
    }];
  });
}
