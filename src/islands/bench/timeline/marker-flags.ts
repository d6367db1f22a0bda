import type { Marker } from '../../../core/model';
import type { TimelineView } from '../editor/state';
import type { Hit } from './hit';
import { showNumber } from '../panel/read-number';
import { INK, LABELS } from './inks';
import { xOf } from './scale';
import { markerName } from './shift';
import type { TracksLook } from './tracks-look';

/** Flags of markers, and bands for those that last; `layer` is null for the composition's. */
export function drawMarkers(to: CanvasRenderingContext2D, { view, width, selection, shift }: TracksLook, markers: readonly Marker[], layer: string | null, top: number): void {
  to.font = "10.5px 'Figtree'";
  for (const marker of markers) {
    const by = shift && (layer !== null && shift.slide.has(layer) || shift.markers.has(markerName({ layer, marker: marker.id }))) ? shift.by : 0;
    const x = Math.round(xOf(marker.at + by, view));
    if (x > width + 10 || x < -200) continue;
    const selected = selection.markers.some((ref) => ref.layer === layer && ref.marker === marker.id);
    const wide = marker.name === '' ? 7 : to.measureText(marker.name).width + 9;
    to.fillStyle = marker.colour === null ? INK.plum : LABELS[marker.colour]!;
    if (marker.length > 0) {
      to.globalAlpha = 0.35;
      to.fillRect(x, top, marker.length * view.pixelsPerFrame, 11);
      to.globalAlpha = 1;
    }
    to.fillRect(x, top, 1, 18);
    to.beginPath();
    to.moveTo(x, top);
    to.lineTo(x + wide, top);
    to.lineTo(x + wide - 4, top + 5.5);
    to.lineTo(x + wide, top + 11);
    to.lineTo(x, top + 11);
    to.closePath();
    // A note does not fire: its flag is hollow.
    if (marker.fires) to.fill();
    to.lineWidth = selected ? 1.5 : 1;
    to.strokeStyle = selected ? INK.paper : to.fillStyle;
    if (!marker.fires || selected) to.stroke();
    to.fillStyle = marker.fires ? INK.ground : INK.paper;
    if (marker.name !== '') to.fillText(marker.name, x + 3, top + 8.8);
  }
}

/** How far a marker's flag reaches beside its staff where its name is short, in pixels. */
const FLAG = 7;
/** How near the end of a marker's band takes it, in pixels. */
const BAND_END = 4;

/** The marker whose staff or flag, or whose band's end, is under x: of several the one set last, which is drawn on top. */
export function markerHit(markers: readonly Marker[], layer: string | null, view: TimelineView, x: number): Hit | null {
  let found: Hit | null = null;
  for (const marker of markers) {
    const at = xOf(marker.at, view);
    const flag = at + FLAG + marker.name.length * 5.4;
    if (x >= at - 3 && x <= flag) found = { kind: 'marker', ref: { layer, marker: marker.id } };
    else if (marker.length > 0 && Math.abs(x - xOf(marker.at + marker.length, view)) <= BAND_END) found = bandEnd(marker, layer);
  }
  return found;
}

/** Pulling the end of a marker's band makes it last longer or shorter; at nothing it is a moment again. */
function bandEnd(marker: Marker, layer: string | null): Hit {
  const ref = { layer, marker: marker.id };
  return {
    kind: 'grip', layer, cursor: 'ew-resize', as: { kind: 'marker', ref }, at: marker.at + marker.length, limits: [-marker.length, Infinity],
    words: `${marker.name || 'Marker'} lasts ${showNumber(marker.length)} f: drag to change`,
    event: 'markers.set', args: { markers: [ref], fields: { length: marker.length } },
    pull: (by) => ({ move: { fields: { length: marker.length + by } }, told: `lasts ${showNumber(marker.length + by)} f` }),
  };
}
