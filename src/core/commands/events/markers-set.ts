import type { Marker } from '../../model';
import { defineCommand } from '../document/command';
import { setMarkers } from '../bars/markers';

export const markersSet = defineCommand({
  event: 'markers.set',
  title: 'Change markers: name, time, length, note, ink, whether they fire; `each` gives times of their own',
  args: (s) => s.z.strictObject({ composition: s.id, markers: s.markers, fields: s.z.strictObject({ at: s.frame, name: s.text, length: s.z.number().min(0), note: s.text, colour: s.z.int().min(0).max(7).nullable(), fires: s.z.boolean() }).partial(), each: s.z.array(s.frame).optional() }),
  draft: (project, args) => setMarkers(project, args.composition, args.markers, args.fields as Partial<Omit<Marker, 'id'>>, args.each),
});
