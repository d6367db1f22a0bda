import { defineCommand } from '../document/command';
import { renamePreset } from '../keys/presets';

export const presetsRename = defineCommand({
  event: 'presets.rename',
  title: 'Give what is kept with the project another name',
  about: 'project',
  args: (s) => s.z.strictObject({ preset: s.id, name: s.text }),
  draft: (project, args) => renamePreset(project, args.preset, args.name),
});
