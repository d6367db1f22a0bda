import { member, type Marker, type Project } from '../../model';
import type { Frames } from '../../time';
import { count, type Draft } from '../document/change';
import { findMarker, type MarkerRef } from './moments';
import { compositionPath, layerPath } from '../document/paths';
import { patchOf } from '../document/patch';
import { reachLayer } from '../document/target';

/** Puts a marker on each of the layers, or on the composition when none is given. */
export function addMarkers(project: Project, compositionId: string, layers: readonly string[], times: readonly Frames[], newId: () => string, name = ''): Draft | null {
  const composition = member(project.compositions.by, compositionId);
  if (!composition) return null;
  const marker = (at: Frames): Marker => ({ id: newId(), at, name, length: 0, note: '', colour: null, fires: true });
  const words = times.length === 1 ? 'a marker' : count(times.length, 'marker');
  if (layers.length === 0) {
    const ones = times.map(marker);
    return { event: 'markers.add', label: `Add ${words} to ${composition.name}`, patches: ones.map((one) => patchOf([...compositionPath(compositionId), 'markers', one.id], undefined, one)) };
  }
  const patches = layers.filter((id) => reachLayer(project, compositionId, id)).flatMap((id) => times.map((at) => {
    const one = marker(at);
    return patchOf([...layerPath(compositionId, id), 'markers', one.id], undefined, one);
  }));
  const whose = layers.length === 1 ? composition.layers.by[layers[0]!]?.name : count(layers.length, 'layer');
  return patches.length === 0 ? null : { event: 'markers.add', label: `Add ${words} to ${whose}`, patches };
}

/** Sets fields of markers: name, note, length, ink, whether they fire. */
export function setMarkers(project: Project, compositionId: string, refs: readonly MarkerRef[], given: Partial<Omit<Marker, 'id'>>, each?: readonly Frames[]): Draft | null {
  const patches = refs.flatMap((ref, i) => {
    const fields = each?.[i] === undefined ? given : { ...given, at: each[i] };
    const found = findMarker(project, compositionId, ref);
    if (!found) return [];
    return Object.entries(fields).filter(([field, value]) => found.marker[field as keyof Marker] !== value).map(([field, value]) => patchOf([...found.path, field], found.marker[field as keyof Marker], value));
  });
  const verb = 'name' in given ? 'Name' : 'at' in given || each ? 'Move' : 'Change';
  return patches.length === 0 ? null : { event: 'markers.set', label: `${verb} ${count(refs.length, 'marker')}`, patches };
}

export function deleteMarkers(project: Project, compositionId: string, refs: readonly MarkerRef[]): Draft | null {
  const patches = refs.flatMap((ref) => {
    const found = findMarker(project, compositionId, ref);
    return found ? [patchOf(found.path, found.marker, undefined)] : [];
  });
  return patches.length === 0 ? null : { event: 'markers.delete', label: `Delete ${count(patches.length, 'marker')}`, patches };
}
