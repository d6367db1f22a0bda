import { inOrder, type Layer } from '../../model';
import type { OperatorNode } from '../../timing';
import { nestDials, ownTracks } from '../tracks';
import { operatorFormulas } from './operator-formulas';

/** A formula of a layer, on or off, and where its text stands below the layer. */
export type KeptFormula = { readonly path: readonly string[]; readonly text: string };

/** Every formula of a layer: of tracks, of dials that it gives, of its timing. */
export function everyFormula(layer: Layer): readonly KeptFormula[] {
  const tracks = [...ownTracks(layer), ...nestDials(layer)].flatMap(({ path, channel }) => (channel && channel.formula !== null ? [{ path: [...path, 'formula'], text: channel.formula }] : []));
  const operators = inOrder(layer.timing).flatMap((one) => {
    const node = one as unknown as OperatorNode;
    return operatorFormulas(node).map(({ field, text }) => ({ path: ['timing', 'by', node.id, field], text }));
  });
  return [...tracks, ...operators];
}
