import { inTime } from '../../../../core/model';
import { drawMarkers, markerHit } from '../marker-flags';
import { defineRow } from './row';

/** The composition's own markers, where it has any. */
export const markersRow = defineRow({
  kind: 'markers',
  height: 20,
  over: ({ composition }) => (Object.keys(composition.markers).length > 0 ? [{ key: '', own: null }] : []),
  draw: (to, look, row) => drawMarkers(to, look, inTime(look.composition.markers), null, row.top + 1),
  hit: (_, { composition }, view, x) => markerHit(inTime(composition.markers), null, view, x) ?? { kind: 'nothing' },
  Head: ({ row: { top, height } }) => <div role="row" style={{ top, height }} className="absolute inset-x-0 flex items-center border-b border-[#262a20] pl-9 text-[12px] text-plum"><span role="gridcell">Markers</span></div>,
});
