import { timingOf } from '../scene';
import { inTime, type Composition, type Layer, type Marker, type Project } from '../model';
import { ratio, type Frames } from '../time';
import { moveOf, playedMoves, type Move, type PlayedMove, type Step } from '../timing';

/** The cues of a layer as they are played, for the checks that look at them. */
export type Cues = {
  readonly operator: string;
  readonly on: Step['node']['on'];
  /** Markers that fire, in order of time. */
  readonly markers: readonly Marker[];
  readonly moves: readonly Exclude<Move, readonly unknown[]>[];
  readonly played: readonly PlayedMove[];
  /** The source's duration; null on keys. */
  readonly D: Frames | null;
  /** The host frame at which a time comes in to the cues as the markers do: without the operators before them. */
  readonly host: (x: Frames) => Frames;
};

/** Every step of cues that plays on a layer, those of its content first. */
export function cuesOf(project: Project, composition: Composition, layer: Layer): readonly Cues[] {
  const { stack, source } = timingOf(project, composition, layer);
  const markers = inTime(layer.markers).filter((marker) => marker.fires);
  const found = (steps: readonly Step[], onContent: boolean) => steps.flatMap((step): readonly Cues[] => {
    if (step.node.op !== 'cue') return [];
    const { moves } = step.node as unknown as { readonly moves: readonly Move[] };
    // Cues on both count in frames of the source on either side.
    const inSource = source !== null && (onContent || step.node.on === 'both');
    const factor = inSource ? ratio(source.rate, composition.rate) : 1;
    const times = markers.map(({ at }) => (at - layer.start) / factor);
    return [{
      operator: step.id, on: step.node.on, markers, moves: moves.map(moveOf), played: playedMoves(moves, times), D: inSource ? source.D : null,
      host: (x) => Math.round((layer.start + x * factor) * 1e6) / 1e6,
    }];
  });
  const content = found(stack.steps, true);
  return [...content, ...found(stack.keySteps, false).filter(({ operator }) => !content.some((one) => one.operator === operator))];
}
