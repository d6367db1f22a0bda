import { defineCommand } from '../document/command';
import { addMarkers } from '../bars/markers';

export const markersAdd = defineCommand({
  event: 'markers.add',
  title: 'Mark layers, or the composition when none is given, at a frame, and at further ones (`also`)',
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.z.array(s.id).default([]), at: s.frame, also: s.z.array(s.frame).max(10_000).optional(), name: s.text.optional(), ids: s.ids }),
  draft: (project, args, { newId }) => addMarkers(project, args.composition, args.layers, [args.at, ...(args.also ?? [])], newId, args.name),
});
