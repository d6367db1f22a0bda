import type { Composition, Layer, Project } from '../model';
import { DUST, hull } from '../time';
import { cuesOf, type Cues } from './cues';
import { defineCheck, layerByLayer, type Finding } from './problem';

export const cueCutOff = defineCheck({
  code: 'cue-cut-off',
  about: 'A move that runs past the end of its bar or of the composition.',
  find: layerByLayer((project, composition, layer) => cuesOf(project, composition, layer).flatMap((cues) => findIn(project, composition, layer, cues))),
});

function findIn(_: Project, composition: Composition, layer: Layer, { played, host }: Cues): readonly Finding[] {
  const outer = hull(layer.spans);
  if (!outer) return [];
  const end = Math.min(outer[1], composition.duration);
  const cut = played.flatMap((move, i) => {
    const until = Math.min(move.end, played[i + 1]?.start ?? Infinity);
    return host(until) > end + DUST && move.end > move.start ? [{ i, until: host(until), start: host(move.start) }] : [];
  });
  const last = cut[cut.length - 1];
  if (!last) return [];
  const [first] = cut;
  const least = Math.ceil(last.until - DUST);
  const mends = !layer.locked && outer[1] < composition.duration && least <= composition.duration;
  return [{
    where: { composition: composition.id, layer: layer.id, frame: Math.max(0, Math.min(end - 1, first!.start)) },
    message: `Move ${first!.i + 1} of “${layer.name}” is over at frame ${first!.until}, and ${outer[1] < composition.duration ? 'its bar' : `“${composition.name}”`} ends at frame ${end}: its end is not seen.`,
    fix: outer[1] < composition.duration ? `Let the bar end at frame ${least}.` : 'Move its marker earlier, or make the composition longer.',
    ...(mends ? { mend: { do: 'layers.trim', with: { composition: composition.id, layers: [layer.id], end: 'end', at: least } } } : {}),
  }];
}
