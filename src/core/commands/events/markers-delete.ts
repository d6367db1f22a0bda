import { defineCommand } from '../document/command';
import { deleteMarkers } from '../bars/markers';

export const markersDelete = defineCommand({
  event: 'markers.delete',
  title: 'Delete markers',
  args: (s) => s.z.strictObject({ composition: s.id, markers: s.markers }),
  draft: (project, args) => deleteMarkers(project, args.composition, args.markers),
});
