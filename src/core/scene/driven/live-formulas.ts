import { inOrder, type Composition, type Layer } from '../../model';
import { formulaNumbers, operatorOf, type OperatorFields, type OperatorNode } from '../../timing';
import { nestDials, ownTracks, type Track } from '../tracks';

/** Formulas that count, by where they stand: tracks of a layer, times of its operators, and numbers of these. */
export type LiveFormulas = {
  readonly tracks: readonly { readonly track: Pick<Track, 'address' | 'spec' | 'path'> & { readonly channel: NonNullable<Track['channel']> }; readonly text: string }[];
  readonly operators: readonly { readonly node: OperatorNode; readonly field: string; readonly text: string; readonly is: 'time' | 'number' }[];
};

const remembered = new WeakMap<Layer, LiveFormulas>();
const NONE: LiveFormulas = { tracks: [], operators: [] };

/** The formulas of a layer that are not switched off. Most layers have none, and are asked often. */
export function liveFormulas(layer: Layer): LiveFormulas {
  let known = remembered.get(layer);
  if (!known) remembered.set(layer, (known = find(layer)));
  return known;
}

function find(layer: Layer): LiveFormulas {
  const tracks = [...ownTracks(layer), ...nestDials(layer)].flatMap(({ address, spec, path, channel }) =>
    (channel && channel.formula !== null && !channel.formulaOff ? [{ track: { address, spec, path, channel }, text: channel.formula }] : []));
  const operators = inOrder(layer.timing).filter((node) => !node.off).flatMap((one) => {
    const node = one as unknown as OperatorNode;
    const fields = Object.entries((operatorOf(node.op)?.fields ?? {}) as OperatorFields);
    const times = fields.filter(([, { holds }]) => holds === 'formula').map(([field]) => ({ node, field, text: String((node as unknown as Readonly<Record<string, unknown>>)[field]), is: 'time' as const }));
    return [...times, ...Object.entries(formulaNumbers(node)).map(([field, text]) => ({ node, field, text, is: 'number' as const }))];
  });
  return tracks.length === 0 && operators.length === 0 ? NONE : { tracks, operators };
}

/** Whether any of a layer's own tracks is driven. */
export function isDriven(layer: Layer): boolean {
  return liveFormulas(layer).tracks.length > 0;
}

const inComposition = new WeakMap<Composition['layers'], boolean>();

/** Whether a composition holds any formula that counts. */
export function hasFormulas({ layers }: Composition): boolean {
  let known = inComposition.get(layers);
  if (known === undefined) inComposition.set(layers, (known = inOrder(layers).some((layer) => liveFormulas(layer) !== NONE)));
  return known;
}
