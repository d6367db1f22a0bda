import { defineCommand } from '../document/command';
import { addPreset } from '../keys/presets';

export const presetsAdd = defineCommand({
  event: 'presets.add',
  title: 'Keep a curve with the project under a name',
  about: 'project',
  args: (s) => s.z.strictObject({ name: s.text, of: s.z.enum(['curve', 'timing', 'recipe']).default('curve'), data: s.z.unknown(), ids: s.ids }),
  draft: (project, args, { newId }) => addPreset(project, { name: args.name, of: args.of ?? 'curve', data: args.data } as never, newId),
});
