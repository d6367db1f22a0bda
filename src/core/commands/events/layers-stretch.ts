import { defineCommand } from '../document/command';
import { howStretched, stretchArguments } from '../bars/stretch-arguments';
import { stretchLayers } from '../bars/stretch';

export const layersStretch = defineCommand({
  event: 'layers.stretch',
  title: 'Stretch layers in time by one end of their bars: by frames, to a factor, a length, a frame or the nearest beat',
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, ...stretchArguments(s), ids: s.ids }).refine((args) => howStretched(args) !== null, 'Say one of by, factor, length, at and beat'),
  draft: (project, args, { newId }) => { const how = howStretched(args); return how && stretchLayers(project, args.composition, args.layers, args.end, how, newId); },
});
