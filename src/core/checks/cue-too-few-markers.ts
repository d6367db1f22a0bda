import { hull } from '../time';
import type { Composition, Layer, Project } from '../model';
import { cuesOf, type Cues } from './cues';
import { defineCheck, layerByLayer, type Finding } from './problem';

export const cueTooFewMarkers = defineCheck({
  code: 'cue-too-few-markers',
  about: 'Cues with more moves than there are markers to fire them.',
  find: layerByLayer((project, composition, layer) => cuesOf(project, composition, layer).flatMap((cues) => findIn(project, composition, layer, cues))),
});

function findIn(_: Project, composition: Composition, layer: Layer, cues: Cues): readonly Finding[] {
  const { markers, moves } = cues;
  const missing = moves.length - markers.length;
  if (missing <= 0) return [];
  const times = timesFor(layer, cues);
  return [{
    where: { composition: composition.id, layer: layer.id, frame: markers[markers.length - 1]?.at ?? Math.max(0, hull(layer.spans)?.[0] ?? layer.start) },
    message: `“${layer.name}” has ${count(moves.length, 'move')} and ${markers.length === 0 ? 'no marker' : count(markers.length, 'marker')} that ${markers.length > 1 ? 'fire' : 'fires'}: ${missing === 1 ? 'its last move never plays' : `its last ${missing} moves never play`}.`,
    fix: missing === 1 ? 'Add a marker where the last move should begin.' : `Add ${missing} markers where those moves should begin.`,
    ...(layer.locked ? {} : { mend: { do: 'markers.add', with: { composition: composition.id, layers: [layer.id], at: times[0]!, also: times.slice(1) } } }),
  }];
}

/** Where the missing markers go: each when the move before it is over, the first, where there is none yet, where the bar begins. */
function timesFor(layer: Layer, { played, moves, host }: Cues): readonly number[] {
  const factor = host(1) - host(0);
  const last = played[played.length - 1];
  let at = last ? Math.max(host(last.end), host(last.marker) + 1) : Math.max(0, hull(layer.spans)?.[0] ?? layer.start);
  return moves.slice(played.length).map(({ from, to }) => {
    const time = Math.round(at * 1e6) / 1e6;
    at += Math.max(1, (Number(to) - Number(from)) * factor);
    return time;
  });
}

function count(n: number, word: string): string {
  return n === 1 ? `one ${word}` : `${n} ${word}s`;
}
