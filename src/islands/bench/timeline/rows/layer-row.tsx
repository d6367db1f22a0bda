import { drivenBy, keyedTracks, shownTracks } from '../../../../core/scene';
import { inTime, member, type Composition, type Layer } from '../../../../core/model';
import { hull } from '../../../../core/time';
import { useEditorState } from '../../editor/editor-context';
import { foldKey, type TimelineView } from '../../editor/state';
import { drawPegs } from '../draw-pegs';
import type { Hit } from '../hit';
import { LayerHead } from '../layer-head';
import { drawMarkers, markerHit } from '../marker-flags';
import { nearestPeg, pegsOf } from '../pegs';
import { xOf } from '../scale';
import { edgeRoom, sharedEdges } from '../shared-edges';
import { drawLayerBar } from './draw-layer-bar';
import { defineRow, type HeadProps, type Row, type RowPlace } from './row';
import { rigidGrip } from '../rigid-grip';
import { drawProblemThorns } from '../problem-marks';

/** Whether its tracks stand under it, and whether they could. */
type Own = { readonly open: boolean; readonly opens: boolean };

/** Half the reach of a bar's end, in pixels. */
const END = 6;

/** A layer: its bar, its markers and, folded, all its pegs. */
export const layerRow = defineRow<Own>({
  kind: 'layer',
  height: 27,
  under: ({ project, composition }, layer, choice) => [{ key: '', own: { open: choice.unfolded.has(foldKey(composition.id, layer.id)), opens: choice.alone === null && shownTracks(project, layer).length > 0 } }],
  draw(to, look, row) {
    const layer = row.layer!;
    if (look.selection.layers.includes(layer.id)) {
      to.fillStyle = '#20261a';
      to.fillRect(0, row.top, look.width, row.height - 1);
    }
    drawLayerBar(to, look, layer, row.top + 4, row.height - 9);
    if (!row.own.open) drawPegs(to, look, layer.id, pegsIn(row, look), row.top + 7, 12, false);
    drawMarkers(to, look, inTime(layer.markers), layer.id, row.top + 2);
    drawProblemThorns(to, look, layer.id, row.top + row.height - 3);
  },
  hit(row, place, view, x, y) {
    const layer = row.layer!;
    // Flags stand in the upper part of the row, above the bar's own ends only where their staff is.
    const marker = y < 13 ? markerHit(inTime(layer.markers), layer.id, view, x) : null;
    if (marker) return marker;
    // Pegs win in the middle third of a row, the bar's ends above and below.
    const peg = row.own.open ? null : nearestPeg(pegsIn(row, place), view, x);
    const inMiddle = y >= row.height / 3 && y <= (row.height * 2) / 3;
    const edge = peg && inMiddle ? null : (rollGrip(layer, place, view, x) ?? (inMiddle ? sharedGrip(layer, place, view, x) : null));
    if (edge) return edge;
    // Edges of what is rigid stand at the foot of the bar; its own ends go before them.
    const end = peg && inMiddle ? null : endUnder(layer, view, place.composition.duration, x, y > row.height / 2);
    if (end) return end;
    const rigid = y > row.height * RIGID_FROM ? rigidGrip(layer, place, view, x) : null;
    if (rigid) return rigid;
    if (peg) return { kind: 'keys', ...peg, layer: layer.id };
    const onBar = layer.spans.some(([from, to]) => x >= xOf(from, view) && x < xOf(to, view));
    return onBar ? { kind: 'bar', layer: layer.id } : { kind: 'row', layer: layer.id };
  },
  pegs: (row, place) => (row.own.open ? [] : pegsIn(row, place)),
  bars: (row) => row.layer!.spans,
  Head,
});

function pegsIn(row: Row, { project, composition }: RowPlace) {
  return pegsOf(project, composition, row.layer!, keyedTracks(project, row.layer!));
}

/** Below this part of a row edges of rigid spans are taken hold of. */
const RIGID_FROM = 0.62;

/** An end of the bar under x: its upper half trims, its lower half stretches; one that lies beyond the composition is taken where that ends. */
function endUnder(layer: Layer, view: TimelineView, duration: number, x: number, lower: boolean): Hit | null {
  const kind = lower ? 'stretch' : 'trim';
  for (const [from, to] of layer.spans) {
    // An end beyond the composition is taken at its edge.
    const [left, right] = [xOf(Math.max(from, 0), view), xOf(Math.min(to, duration), view)];
    // Ends lie half inside the bar; a short bar keeps a middle to slide it by.
    const reach = Math.min(END, Math.max(2, (right - left) / 4));
    if (Math.abs(x - left) <= reach && from === layer.spans[0]![0]) return { kind, layer: layer.id, end: 'start' };
    if (Math.abs(x - right) <= reach && to === layer.spans[layer.spans.length - 1]![1]) return { kind, layer: layer.id, end: 'end' };
  }
  return null;
}

/** The edge at which two bars of a layer meet: pulled, the one ends and the other begins elsewhere. */
function rollGrip(layer: Layer, { composition }: RowPlace, view: TimelineView, x: number): Hit | null {
  for (const [i, [from, to]] of layer.spans.entries()) {
    const next = layer.spans[i + 1];
    if (!next || next[0] !== to || Math.abs(x - xOf(to, view)) > END) continue;
    return {
      kind: 'grip', layer: layer.id, cursor: 'ew-resize', words: 'Roll the edge between the two bars', as: { kind: 'bar', layer: layer.id }, at: to, limits: [from + 1 - to, next[1] - 1 - to],
      event: 'spans.roll', args: { composition: composition.id, layers: [layer.id], at: to }, pull: (by) => ({ move: { by }, told: `the edge at ${Math.round((to + by) * 100) / 100}` }),
    };
  }
  return null;
}

/** The edge that this layer shares with others, in the middle of its row: they roll together, and what is keyed stays. */
function sharedGrip(layer: Layer, { composition }: RowPlace, view: TimelineView, x: number): Hit | null {
  const outer = hull(layer.spans);
  const edge = outer?.map((at) => sharedEdges(composition).get(at)).find((one) => one !== undefined && Math.abs(x - xOf(one.at, view)) <= END);
  if (!edge || layer.locked) return null;
  const layers = [...edge.ends, ...edge.begins];
  return {
    kind: 'grip', layer: layer.id, cursor: 'ew-resize', words: `Roll the edge that ${layers.length} layers share; keys stay`, as: { kind: 'bar', layer: layer.id }, at: edge.at, limits: edgeRoom(composition, edge),
    event: 'spans.roll', args: { composition: composition.id, layers, at: edge.at }, pull: (by) => ({ move: { by }, told: `the shared edge at ${Math.round((edge.at + by) * 100) / 100}` }),
  };
}

/** How many leaders a layer has above it; a ring ends the count. */
function depthOf({ layers }: Composition, layer: Layer): number {
  let depth = 0;
  for (let up = layer.parent; up !== null && depth < 8; up = member(layers.by, up)?.parent ?? null) depth++;
  return depth;
}

/** What a layer follows and is driven by, in words behind its name. */
function boundBy(composition: Composition, layer: Layer): string {
  const name = (id: string) => member(composition.layers.by, id)?.name ?? 'a missing layer';
  const drivers = drivenBy(composition).get(layer.id) ?? [];
  const shown = drivers.slice(0, 3).map(name).join(', ');
  return `${layer.parent === null ? '' : `; follows ${name(layer.parent)}`}${drivers.length === 0 ? '' : `; driven by ${shown}${drivers.length > 3 ? ` and ${drivers.length - 3} more` : ''}`}`;
}

function Head({ row, index, composition, target, acts }: HeadProps<Own>) {
  const layer = row.layer!;
  const key = foldKey(composition.id, layer.id);
  const selected = useEditorState((state) => state.selection.layers.includes(layer.id));
  const lane = useEditorState((state) => state.lanes.has(key));
  const renaming = useEditorState((state) => state.renaming === layer.id);
  const nestled = useEditorState((state) => state.settings.nestled);
  return <LayerHead top={row.top} height={row.height} index={index} layer={layer} composition={composition.id} selected={selected} open={row.own.open} opens={row.own.opens} lane={lane} renaming={renaming} bound={boundBy(composition, layer)} partner={(layer.partner === null ? undefined : member(composition.layers.by, layer.partner))?.name ?? ''} depth={nestled ? depthOf(composition, layer) : 0} target={target} acts={acts} />;
}
