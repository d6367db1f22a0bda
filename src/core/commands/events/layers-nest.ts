import { boxesOf } from '../layers/boxes';
import { defineCommand } from '../document/command';
import { carryIntoNests } from '../formulas/into-nest';
import type { Project } from '../../model';
import type { Made } from '../document/made';
import type { Refused } from '../document/refused';
import { nestLayers } from '../nests/nest';
import { RIDERS } from '../nests/nest-riders';

function carried(project: Project, composition: string, made: Made | Refused | null): Made | Refused | null {
  return made && !('refused' in made) ? carryIntoNests(project, composition, made) : made;
}

export const layersNest = defineCommand({
  event: 'layers.nest',
  title: 'Nest layers in a composition of their own, with what rides outside on the nest; or each picture alone',
  args: (s) => s.z.strictObject({
    composition: s.id, layers: s.layers, name: s.text, inside: s.z.enum(['all', 'picture']).default('all'), length: s.z.enum(['whole', 'bars']).default('whole'),
    span: s.z.tuple([s.z.int(), s.z.int()]).refine(([from, to]) => to > from, 'A nest lasts a frame at least.').optional(), outside: s.z.array(s.z.enum(RIDERS)).optional(),
    frame: s.frame.default(0), boxes: s.z.record(s.z.string(), s.box.nullable()).optional(), ids: s.ids,
  }),
  draft: (project, args, { newId }) => carried(project, args.composition, nestLayers(project, args.composition, args.layers, { name: args.name, inside: args.inside, length: args.length, span: args.span, outside: args.outside, frame: args.frame, bounds: boxesOf(project, args.composition, args.frame, args.boxes), newId })),
});
