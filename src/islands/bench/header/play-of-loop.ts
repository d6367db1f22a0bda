import { inOrder, type Layer } from '../../../core/model';

/** Which play of its first loop a layer is in at a host frame, from 1; null without a loop whose length is a number. */
export function playOfLoop(layer: Layer, hostFrame: number): number | null {
  const loop = inOrder(layer.timing).find((node) => node.op === 'loop' && !node.off);
  if (loop?.op !== 'loop' || typeof loop.from !== 'number' || typeof loop.to !== 'number') return null;
  const since = hostFrame - layer.start - loop.from;
  return since < 0 ? null : Math.floor(since / (loop.to - loop.from)) + 1;
}
