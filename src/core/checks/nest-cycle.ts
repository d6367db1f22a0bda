import { ringOf } from '../scene';
import { inOrder, member, type Project } from '../model';
import { defineCheck, type Finding } from './problem';

export const nestCycle = defineCheck({
  code: 'nest-cycle',
  about: 'A composition that contains itself, directly or through others.',
  find: (project, composition) => inOrder(composition.layers).flatMap((layer): readonly Finding[] => {
      if (layer.kind !== 'nest' || !ringOf(project, composition.id).has(layer.source)) return [];
      const way = wayBack(project, layer.source, composition.id);
      if (!way) return [];
      const names = [composition.id, ...way].map((id) => member(project.compositions.by, id)?.name ?? id);
      return [{
        where: { composition: composition.id, layer: layer.id },
        message: `“${layer.name}” nests its own composition: ${names.length > 8 ? [...names.slice(0, 4), '…', ...names.slice(-3)].join(' → ') : names.join(' → ')}. It shows nothing there.`,
        fix: 'Give this layer another source, or take it out.',
      }];
    }),
});

/** The compositions on the shortest way from one to another through nests, both ends included; null when there is none. */
function wayBack(project: Project, from: string, to: string): readonly string[] | null {
  const cameFrom = new Map<string, string | null>([[from, null]]);
  const waiting = [from];
  for (let id = waiting.shift(); id !== undefined; id = waiting.shift()) {
    if (id === to) {
      const way: string[] = [];
      for (let step: string | null = id; step !== null; step = cameFrom.get(step) ?? null) way.unshift(step);
      return way;
    }
    const composition = member(project.compositions.by, id);
    for (const layer of composition ? inOrder(composition.layers) : []) {
      if (layer.kind !== 'nest' || cameFrom.has(layer.source)) continue;
      cameFrom.set(layer.source, id);
      waiting.push(layer.source);
    }
  }
  return null;
}
