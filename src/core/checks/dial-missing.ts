import { compositionOf, holdsKind, tracksOf } from '../scene';
import { inOrder, type Channel } from '../model';
import { defineCheck, layerByLayer } from './problem';

export const dialMissing = defineCheck({
  code: 'dial-missing',
  about: 'Nests that are given a dial which their source does not have, or of another kind.',
  find: layerByLayer((project, composition, layer) => {
    const source = layer.kind === 'nest' ? compositionOf(project, layer.source) : null;
    if (layer.kind !== 'nest' || !source || Object.keys(layer.dials).length === 0) return [];
    const offered = new Map<string, string>(inOrder(source.layers).flatMap((one) => (one.kind === 'dials' ? inOrder(one.dials).filter((dial) => dial.public).map((dial) => [`${one.id}/${dial.id}`, dial.name] as const) : [])));
    const tracks = new Map(tracksOf(project, layer).map((track) => [track.address, track]));
    return Object.entries(layer.dials as unknown as Readonly<Record<string, Channel>>).flatMap(([address, channel]) => {
      const name = offered.get(address);
      const kind = tracks.get(address)?.spec.type;
      if (name !== undefined && (kind === undefined || holdsKind(kind, channel.value))) return [];
      const said = name === undefined ? `a dial (${address}) that ${source.name} does not have any more, or keeps to itself` : `“${name}” another kind of value than that dial of ${source.name} holds`;
      return [{
        where: { composition: composition.id, layer: layer.id, channel: address },
        message: `“${layer.name}” gives ${said}: the inner value counts.`,
        fix: 'Take what it is given away, or put the dial back.',
        ...(layer.locked ? {} : { mend: { do: 'dials.give', with: { composition: composition.id, layers: [layer.id], dial: address, value: null } } }),
      }];
    });
  }),
});
