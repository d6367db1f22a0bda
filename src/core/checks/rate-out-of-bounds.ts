import { timingOf } from '../scene';
import type { Composition, Layer, Project } from '../model';
import { defineCheck, layerByLayer, type Finding } from './problem';

/** Paces are one that differ by no more. */
const EQUAL = 1e-6;

export const rateOutOfBounds = defineCheck({
  code: 'rate-out-of-bounds',
  about: 'A fit to a track of which a part plays slower or faster than it was allowed to.',
  find: layerByLayer(findIn),
});

function findIn(project: Project, composition: Composition, layer: Layer): readonly Finding[] {
  const bounds = composition.version?.pace;
  if (!bounds) return [];
  const { stack, source } = timingOf(project, composition, layer);
  const factor = source ? (source.rate[0] * composition.rate[1]) / (source.rate[1] * composition.rate[0]) : 1;
  return stack.steps.flatMap(({ node }): readonly Finding[] => {
    if (node.op !== 'pins') return [];
    const list = [...(node as unknown as { readonly pins: readonly (readonly [number, number])[] }).pins].sort((a, b) => a[0] - b[0]);
    return list.slice(1).flatMap(([at, to], i): readonly Finding[] => {
      const [before, from] = list[i]!;
      const pace = (to - from) / (at - before);
      if (pace >= bounds[0] - EQUAL && pace <= bounds[1] + EQUAL) return [];
      const frame = Math.round((layer.start + before / factor) * 1000) / 1000;
      return [{
        where: { composition: composition.id, layer: layer.id, frame },
        message: `“${layer.name}” plays at ${Math.round(pace * 1000) / 10} % from frame ${frame} on; it was to stay between ${bounds[0] * 100} % and ${bounds[1] * 100} %.`,
        fix: 'Move one of the two pins, or widen the bounds.',
      }];
    });
  });
}
