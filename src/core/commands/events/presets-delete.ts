import { defineCommand } from '../command';
import { deletePreset } from '../presets';

export const presetsDelete = defineCommand({
  event: 'presets.delete',
  title: 'Delete a preset of the project',
  about: 'project',
  args: (s) => s.z.strictObject({ preset: s.id }),
  draft: (project, args) => deletePreset(project, args.preset),
});
