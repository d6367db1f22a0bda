import { defineCommand } from '../document/command';
import { deletePreset } from '../keys/presets';

export const presetsDelete = defineCommand({
  event: 'presets.delete',
  title: 'Delete a preset of the project',
  about: 'project',
  args: (s) => s.z.strictObject({ preset: s.id }),
  draft: (project, args) => deletePreset(project, args.preset),
});
