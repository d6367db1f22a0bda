import { inOrder, type Layer } from '../../../core/model';
import { operatorOf } from '../../../core/timing';

/** What a layer's timing says in a few words, for the head of its lane. */
export function timingWords(layer: Layer): string {
  const on = inOrder(layer.timing).filter((node) => !node.off);
  if (on.length === 0) return 'As it is';
  return on.map((node) => { const definition = operatorOf(node.op); return definition ? `${definition.title} ${definition.tell(node as never)}` : node.op; }).join(', then ');
}
