import { inOrder, member, type Composition } from '../model';
import { defineCheck, type Finding } from './problem';

export const parentCycle = defineCheck({
  code: 'parent-cycle',
  about: 'Layers that follow each other in a ring.',
  find: (project) => inOrder(project.compositions).flatMap((composition) => ringsIn(composition).map((ring): Finding => {
    const names = ring.map((id) => composition.layers.by[id]!.name);
    const told = names.length > 8 ? [...names.slice(0, 4), '…', ...names.slice(-3)] : names;
    return {
      where: { composition: composition.id, layer: ring[0]! },
      message: names.length === 1 ? `“${names[0]}” follows itself.` : `Layers of “${composition.name}” follow each other in a ring: ${[...told, names[0]].join(' → ')}.`,
      fix: 'Let one of them follow nothing.',
    };
  })),
});

/** Rings of parents, each once, beginning with the member that is listed first. Everybody has one parent at most. */
function ringsIn(composition: Composition): readonly (readonly string[])[] {
  const done = new Set<string>();
  const rings: string[][] = [];
  for (const { id: start } of inOrder(composition.layers)) {
    const way: string[] = [];
    let id: string | null = start;
    while (id !== null && !done.has(id)) {
      done.add(id);
      way.push(id);
      id = member(composition.layers.by, id)?.parent ?? null;
    }
    const at = id === null ? -1 : way.indexOf(id);
    if (at >= 0) rings.push(way.slice(at));
  }
  return rings;
}
