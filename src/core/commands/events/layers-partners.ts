import { defineCommand } from '../document/command';
import { makePartners } from '../poses/partners';

export const layersPartners = defineCommand({
  event: 'layers.partners',
  title: 'Make two layers partners, between whom poses are mirrored; one, or more than two, are paired by their names',
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers }),
  draft: (project, args) => makePartners(project, args.composition, args.layers),
});
