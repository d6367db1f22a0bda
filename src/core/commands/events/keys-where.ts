import { defineCommand } from '../document/command';
import { putKeysWhere } from '../keys/keys-where';

export const keysWhere = defineCommand({
  event: 'keys.where',
  title: 'Put keys on layers where another layer has them',
  args: (s) => s.z.strictObject({ composition: s.id, layer: s.id, onto: s.layers, ids: s.ids }),
  draft: (project, args, { newId }) => putKeysWhere(project, args.composition, args.layer, args.onto, newId),
});
