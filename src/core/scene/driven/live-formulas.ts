import { inOrder, type Channel, type Composition, type Layer } from '../../model';
import type { OperatorNode } from '../../timing';
import { channelRecords, nestDials, ownTracks, type Track } from '../tracks';
import { operatorFormulas, type OperatorFormula } from './operator-formulas';

/** Formulas that count, by where they stand: tracks of a layer, times of its operators, and numbers of these. */
export type LiveFormulas = {
  readonly tracks: readonly { readonly track: Pick<Track, 'address' | 'spec' | 'path'> & { readonly channel: NonNullable<Track['channel']> }; readonly text: string }[];
  readonly operators: readonly (OperatorFormula & { readonly node: OperatorNode })[];
};

const remembered = new WeakMap<Layer, LiveFormulas>();
/** What a layer without formulas answers with. */
export const NO_FORMULAS: LiveFormulas = { tracks: [], operators: [] };

/** The formulas of a layer that are not switched off. Most layers have none, and are asked often. */
export function liveFormulas(layer: Layer): LiveFormulas {
  let known = remembered.get(layer);
  if (!known) remembered.set(layer, (known = find(layer)));
  return known;
}

const isLive = (channel: Channel | null | undefined): channel is Channel & { readonly formula: string } => !!channel && channel.formula !== null && !channel.formulaOff;

function find(layer: Layer): LiveFormulas {
  // Of most layers it is enough to look at the channels.
  const own = channelRecords(layer).some((channels) => Object.values(channels).some(isLive)) ? ownTracks(layer) : [];
  const tracks = [...own, ...nestDials(layer)].flatMap(({ address, spec, path, channel }) => (isLive(channel) ? [{ track: { address, spec, path, channel }, text: channel.formula }] : []));
  const operators = inOrder(layer.timing).filter((node) => !node.off).flatMap((one) => {
    const node = one as unknown as OperatorNode;
    return operatorFormulas(node).map((formula) => ({ node, ...formula }));
  });
  return tracks.length === 0 && operators.length === 0 ? NO_FORMULAS : { tracks, operators };
}

/** Whether any of a layer's own tracks is driven. */
export function isDriven(layer: Layer): boolean {
  return liveFormulas(layer).tracks.length > 0;
}

const inComposition = new WeakMap<Composition['layers'], boolean>();

/** Whether a composition holds any formula that counts. */
export function hasFormulas({ layers }: Composition): boolean {
  let known = inComposition.get(layers);
  if (known === undefined) inComposition.set(layers, (known = inOrder(layers).some((layer) => liveFormulas(layer) !== NO_FORMULAS)));
  return known;
}
