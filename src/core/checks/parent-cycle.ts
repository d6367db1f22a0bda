import { parentRings } from '../model';
import { defineCheck, type Finding } from './problem';
import { ringWords } from './ring-words';

export const parentCycle = defineCheck({
  code: 'parent-cycle',
  about: 'Layers that follow each other in a ring.',
  find: (_, composition) => parentRings(composition).map((ring): Finding => {
    const names = ring.map((id) => composition.layers.by[id]!.name);
    return {
      where: { composition: composition.id, layer: ring[0]! },
      message: names.length === 1 ? `“${names[0]}” follows itself.` : `Layers of “${composition.name}” follow each other in a ring: ${ringWords(names)}.`,
      fix: 'Let one of them follow nothing.',
      mend: { do: 'layers.parent', with: { composition: composition.id, layers: [ring[0]!], parent: null, frame: 0 } },
    };
  }),
});
