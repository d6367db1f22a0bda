import type { Matrix } from '../display';
import { inOrder, isDrawn, newNull, type Composition, type Layer, type LayerOf, type Project } from '../model';
import { dust, inSpans, type Frames, type Span } from '../time';
import { prepareFinish } from './finish';
import { keyTimeAt } from './source-time';
import { washesOver } from './leaned-on';
import { prepareLayer, type PreparedLayer } from './prepared-layer';
import { poseAt } from './prepared-pose';
import { asSampled, isSampledApart } from './sampled-layer';
import { worldMatrix } from './world-matrix';

/**
 * A layer that has a place in the picture, with what every frame asks of it copied here: layers lie scattered over the
 * document, and of thousands each look at one is a walk through memory.
 */
export type DrawnLayer = {
  // What is asked of every layer in every frame stands first, together.
  /** It is drawn as `asSampled` gives it: formulas drive it, or steps act on some of its tracks alone. */
  readonly apart: boolean;
  /** Where it is drawn `apart`: what it was made ready in last. */
  readyIn: Project | null;
  readyOf: Composition | null;
  prepared: PreparedLayer;
  /** Nothing about it asks for more than its own keys. */
  readonly simple: boolean;
  readonly visible: boolean;
  readonly guide: boolean;
  readonly solo: boolean;
  /** Where the time of its keys begins, as long as nothing bends that; else null. */
  readonly start: Frames | null;
  /** The one span of most layers, half-open; null where there are several or none. */
  readonly from: Frames | null;
  readonly until: Frames | null;
  readonly id: string;
  readonly blend: string;
  readonly kind: Layer['kind'];
  /** As it is drawn. */
  layer: Layer;
  /** As it stands in the document. */
  readonly own: Layer;
  readonly washes: readonly LayerOf<'wash'>[];
  readonly follows: boolean;
  readonly clipped: boolean;
  readonly spans: readonly Span[];
};

const remembered = new WeakMap<Composition['layers'], readonly DrawnLayer[]>();

/** The layers that have a place, in the order of painting: the last of the list first. */
export function drawnLayers(host: Composition): readonly DrawnLayer[] {
  let known = remembered.get(host.layers);
  if (!known) remembered.set(host.layers, (known = inOrder(host.layers).filter((layer) => isDrawn(layer.kind)).reverse().map((layer) => drawnLayer(host, layer))));
  return known;
}

const NOT_READY = prepareLayer(newNull('', '', [], {}));

export function drawnLayer(host: Composition, layer: Layer): DrawnLayer {
  const { id, kind, blend, visible, guide, solo, spans } = layer;
  const [from, until] = spans.length === 1 ? spans[0]! : [null, null];
  const washes = washesOver(host, layer);
  const start = layer.timing.order.length === 0 ? layer.start : null;
  const [follows, apart, clipped] = [layer.parent !== null, isSampledApart(layer), layer.clipTo !== null];
  // What is drawn apart is made ready when it is.
  const prepared = apart ? NOT_READY : prepareLayer(layer);
  const simple = (apart ? prepareFinish(layer) : prepared.finish) === null && (kind === 'shape' || kind === 'text') && start !== null && washes.length === 0 && !follows && !clipped;
  return { apart, readyIn: null, readyOf: null, visible, guide, solo, id, prepared, simple, start, from, until, blend, kind, layer, own: layer, washes, follows, clipped, spans };
}

/** Makes a layer ready to be drawn in a project: as its formulas and its steps on some of its tracks give it, where it has such. */
export function asDrawn(project: Project, host: Composition, one: DrawnLayer): DrawnLayer {
  if (!one.apart || (one.readyIn === project && one.readyOf === host)) return one;
  [one.readyIn, one.readyOf] = [project, host];
  one.layer = asSampled(project, host, one.own);
  one.prepared = prepareLayer(one.layer);
  return one;
}

/** Whether a frame of the host is in its bar. */
export function isShownAt(one: DrawnLayer, frame: Frames): boolean {
  const { from, until } = one;
  return from !== null && until !== null ? frame >= from && frame < until : inSpans(one.spans, frame);
}

/** The time of its keys at a host frame. */
export function keyTimeOf(project: Project, host: Composition, { layer, start }: DrawnLayer, frame: Frames): Frames {
  return start === null ? keyTimeAt(project, host, layer, frame) : dust(frame - start);
}

/** Its matrix in the composition, `x` being the time of its keys at the frame. */
export function matrixOf(project: Project, host: Composition, { layer, prepared, follows }: DrawnLayer, x: Frames, frame: Frames, known: Map<string, Matrix>): Matrix {
  return follows ? worldMatrix(project, host, layer, frame, known) : poseAt(prepared, x);
}
