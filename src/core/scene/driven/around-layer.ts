import { fail, type Around } from '../../formulas';
import { inOrder, inTime, type Layer } from '../../model';
import type { Frames } from '../../time';
import { placeNow } from '../place';
import type { Ground } from './drives';
import type { Edge } from './formula-rings';
import { reach } from './reach';

/** What every formula of a layer has around it. */
export function aroundLayer(ground: Ground, layer: Layer, reads: Edge[], onHost: () => void): Pick<Around, 'rate' | 'tempo' | 'name' | 'reach' | 'layers' | 'marker' | 'markerAt' | 'placeNow' | 'onHost'> {
  const { host } = ground;
  const markers = inTime(layer.markers);
  const [num, den] = host.rate;
  const timeOf = (at: Frames) => ((at - layer.start) * den) / num;
  return {
    rate: host.rate, tempo: host.tempo, name: host.name, onHost, placeNow,
    layers: () => inOrder(host.layers).map(({ name }) => name),
    markerAt: (n) => { const found = markers[Math.round(n) - 1]; return found ? timeOf(found.at) : NaN; },
    marker(which, place) {
      const found = typeof which === 'number' ? markers[which - 1] : markers.find(({ name }) => name === which);
      if (found) return timeOf(found.at);
      if (typeof which === 'number') return fail(place, `“${layer.name}” has ${markers.length === 0 ? 'no markers' : markers.length === 1 ? 'one marker' : `${markers.length} markers`}, and no number ${which}.`, {});
      const named = markers.map(({ name }) => name).filter((name) => name !== '');
      return fail(place, `“${layer.name}” has no marker called “${which.slice(0, 60)}”${named.length === 0 ? '.' : `; its markers are ${named.slice(0, 5).map((name) => `“${name}”`).join(', ')}.`}`, { marker: which });
    },
    reach: (path) => reach(ground, layer, path, reads, onHost),
  };
}
