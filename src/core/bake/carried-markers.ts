import { inTime, type Marker } from '../model';
import { preimages, type TimeMap } from '../timing';
import type { Window } from './bake-tracks';

/** Markers at every new time at which theirs is shown; the first keeps its id. */
export function carriedMarkers(markers: Readonly<Record<string, Marker>>, map: TimeMap, { from, to }: Window): Record<string, Marker> {
  const all: Marker[] = [];
  for (const marker of inTime(markers)) {
    const { found } = preimages(map, marker.at, from, to);
    found.slice(0, MOST_MARKERS).forEach((there, n) => {
      const ends = marker.length > 0 ? preimages(map, marker.at + marker.length, there.from, to).found[0] : undefined;
      all.push({ ...marker, id: n === 0 ? marker.id : `${marker.id}-${n + 1}`, at: there.from, length: ends ? ends.from - there.from : marker.length });
    });
  }
  return Object.fromEntries(all.map((marker) => [marker.id, marker]));
}

/** A marker that a loop shows more often than this is carried no further. */
const MOST_MARKERS = 1000;
