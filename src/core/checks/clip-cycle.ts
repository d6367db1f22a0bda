import { clipRings } from '../scene';
import { defineCheck, type Finding } from './problem';
import { ringWords } from './ring-words';

export const clipCycle = defineCheck({
  code: 'clip-cycle',
  about: 'Layers that are clipped by each other in a ring.',
  find: (_, composition) => clipRings(composition).map((ring): Finding => {
    const clipped = ring.find(({ clipTo }) => clipTo !== null)!;
    return {
      where: { composition: composition.id, layer: clipped.id },
      message: ring.length === 1 ? `“${clipped.name}” is clipped by itself.` : `Layers of “${composition.name}” are clipped by each other in a ring: ${ringWords(ring.map(({ name }) => name))}. Each is seen whole.`,
      fix: `Let “${clipped.name}” be clipped by nothing.`,
      mend: { do: 'layers.set', with: { composition: composition.id, layers: [clipped.id], field: 'clipTo', value: null } },
    };
  }),
});
