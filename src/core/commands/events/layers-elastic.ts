import { defineCommand } from '../document/command';
import { howStretched, stretchArguments } from '../bars/stretch-arguments';
import { stretchNested } from '../nests/stretch-nested';

export const layersElastic = defineCommand({
  event: 'layers.elastic',
  title: 'Nest layers, mark what moves in them as rigid, and stretch the rest',
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, name: s.text.nullable().default(null), ...stretchArguments(s), ids: s.ids }).refine((args) => howStretched(args) !== null, 'Say one of by, factor, length, at and beat'),
  draft: (project, args, { newId }) => { const how = howStretched(args); return how && stretchNested(project, args.composition, args.layers, args.name ?? null, args.end, how, newId); },
});
