import { defineCommand } from '../document/command';
import { sequenceLayers } from '../bars/sequence';

export const layersSequence = defineCommand({
  event: 'layers.sequence',
  title: 'Lay layers one after another, so many frames each, with an overlap',
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, each: s.z.number().min(1).nullable().default(null), overlap: s.z.number().default(0) }),
  draft: (project, { composition, layers, each, overlap }) => sequenceLayers(project, composition, layers, { each, overlap }),
});
