import { parentRings } from '../model';
import { defineCheck, type Finding } from './problem';

export const parentCycle = defineCheck({
  code: 'parent-cycle',
  about: 'Layers that follow each other in a ring.',
  find: (_, composition) => parentRings(composition).map((ring): Finding => {
    const names = ring.map((id) => composition.layers.by[id]!.name);
    const told = names.length > 8 ? [...names.slice(0, 4), '…', ...names.slice(-3)] : names;
    return {
      where: { composition: composition.id, layer: ring[0]! },
      message: names.length === 1 ? `“${names[0]}” follows itself.` : `Layers of “${composition.name}” follow each other in a ring: ${[...told, names[0]].join(' → ')}.`,
      fix: 'Let one of them follow nothing.',
      mend: { do: 'layers.parent', with: { composition: composition.id, layers: [ring[0]!], parent: null, frame: 0 } },
    };
  }),
});
