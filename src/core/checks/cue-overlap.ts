import type { Composition, Layer, Project } from '../model';
import { DUST } from '../time';
import { cuesOf, type Cues } from './cues';
import { defineCheck, layerByLayer, type Finding } from './problem';

export const cueOverlap = defineCheck({
  code: 'cue-overlap',
  about: 'A marker that cuts the move before it short.',
  find: layerByLayer((project, composition, layer) => cuesOf(project, composition, layer).flatMap((cues) => findIn(project, composition, layer, cues))),
});

function findIn(_: Project, composition: Composition, layer: Layer, cues: Cues): readonly Finding[] {
  const { played, markers, host } = cues;
  const cut = played.flatMap((move, i) => (i > 0 && played[i - 1]!.end > move.start + DUST ? [i] : []));
  return cut.map((i): Finding => {
    const before = played[i - 1]!;
    const [at, over] = [markers[i]!.at, host(before.end)];
    const short = Math.round((over - host(played[i]!.start)) * 100) / 100;
    return {
      where: { composition: composition.id, layer: layer.id, frame: at },
      message: `The marker at frame ${at} of “${layer.name}” cuts move ${i} short by ${short} ${short === 1 ? 'frame' : 'frames'}: that is over at frame ${over}.`,
      fix: `Move the marker to frame ${over} or later.`,
      ...(layer.locked ? {} : { mend: { do: 'markers.set', with: { composition: composition.id, ...movedApart(layer, cues) } } }),
    };
  });
}

/** Every marker that comes too early moved to when the move before it is over, those after it along where they must: no move is cut short any more. */
function movedApart(layer: Layer, { played, markers, host }: Cues): { readonly markers: readonly object[]; readonly fields: object; readonly each: readonly number[] } {
  const refs: object[] = [];
  const each: number[] = [];
  let free = -Infinity;
  for (const [i, move] of played.entries()) {
    const at = Math.max(markers[i]!.at, Math.ceil(free - DUST));
    if (at > markers[i]!.at) {
      refs.push({ layer: layer.id, marker: markers[i]!.id });
      each.push(at);
    }
    // A rest that finishes may hold the move back beyond its marker, never the other way.
    free = Math.max(at, host(move.start)) + host(move.end) - host(move.start);
  }
  return { markers: refs, fields: {}, each };
}
