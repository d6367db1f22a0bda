import type { Matrix } from '../display';
import { inOrder, isDrawn, type Composition, type Layer, type LayerOf, type Project } from '../model';
import { dust, inSpans, type Frames, type Span } from '../time';
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
  /** As it was drawn last, where it is drawn `apart`: the same in the same project. */
  as: DrawnLayer | null;
  asIn: Project | null;
  asOf: Composition | null;
  readonly prepared: PreparedLayer;
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
  readonly layer: Layer;
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

export function drawnLayer(host: Composition, layer: Layer): DrawnLayer {
  return made(host, layer, isSampledApart(layer));
}

function made(host: Composition, layer: Layer, apart: boolean): DrawnLayer {
  const { id, kind, blend, visible, guide, solo, spans } = layer;
  const [from, until] = spans.length === 1 ? spans[0]! : [null, null];
  const prepared = prepareLayer(layer);
  const washes = washesOver(host, layer);
  const start = layer.timing.order.length === 0 ? layer.start : null;
  const [follows, clipped] = [layer.parent !== null, layer.clipTo !== null];
  const simple = prepared.finish === null && (kind === 'shape' || kind === 'text') && start !== null && washes.length === 0 && !follows && !apart && !clipped;
  return { apart, as: null, asIn: null, asOf: null, visible, guide, solo, id, prepared, simple, start, from, until, blend, kind, layer, washes, follows, clipped, spans };
}

/** The layer as it is drawn: as its formulas and its steps on some of its tracks give it, where it has such. */
export function asDrawn(project: Project, host: Composition, given: DrawnLayer): DrawnLayer {
  if (!given.apart) return given;
  if (given.as !== null && given.asIn === project && given.asOf === host) return given.as;
  [given.asIn, given.asOf] = [project, host];
  return (given.as = made(host, asSampled(project, host, given.layer), false));
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
