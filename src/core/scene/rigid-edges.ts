import { inOrder, momentAt, type Composition, type Layer, type Project } from '../model';
import { ratio, type Frames } from '../time';
import { isMoment, preimages, tiedTime, type Tie } from '../timing';
import { timingOf } from './ask';
import { compositionOf, sourceOf } from './source';

type Rigid = Composition['rigid'];

/** An edge of a rigid span as a host's bar shows it, where it is met first. */
export type RigidEdge = {
  /** The composition that the span is of, and the span's place among its spans. */
  readonly composition: string;
  readonly span: number;
  readonly end: 'from' | 'to';
  readonly frame: Frames;
  /** "Rigid from frame 12 of Timetable board". */
  readonly name: string;
  /** Frames of the source in one of the host at 100 %. */
  readonly pace: number;
  /** The spans once it was pulled so many host frames, and what is told of it; within `reach` frames of a marker it follows that. */
  readonly pull: (frames: Frames, reach?: Frames) => { readonly rigid: Rigid; readonly told: string };
};

/** The edges of what is rigid in the composition that a nest shows. They are the composition's own: pulled here, they change in every use. */
export function rigidEdges(project: Project, host: Composition, layer: Layer): readonly RigidEdge[] {
  const shown = layer.kind === 'nest' ? compositionOf(project, layer.source) : null;
  const source = sourceOf(project, host, layer);
  if (!shown || !source || shown.rigid.length === 0) return [];
  const { stack } = timingOf(project, host, layer);
  const pace = ratio(host.rate, source.rate);
  const plain = (edge: Rigid[number][0]) => (typeof edge === 'number' ? edge : (momentAt(shown.markers, edge) ?? edge.was));
  const [first, last] = [Math.min(0, layer.start, ...layer.spans.map(([from]) => from)), Math.max(host.duration, ...layer.spans.map(([, to]) => to)) + 1];
  return shown.rigid.flatMap(([from, to], span) => (['from', 'to'] as const).flatMap((end): readonly RigidEdge[] => {
    const at = plain(end === 'from' ? from : to);
    const [met] = preimages(stack.content, Math.min(at - source.offset, source.D - (end === 'to' ? 1e-3 : 0)), first, last).found;
    if (!met || at < source.offset || at > source.offset + source.D) return [];
    const [least, most] = end === 'from' ? [0, plain(to) - 1] : [plain(from) + 1, shown.duration];
    return [{
      composition: shown.id, span, end, frame: met.from, pace, name: `Rigid ${end === 'from' ? 'from' : 'up to'} frame ${Math.round(at * 100) / 100} of ${shown.name}`,
      pull(frames, reach = 0) {
        const wanted = Math.min(most, Math.max(least, Math.round(at + frames * pace)));
        const tie: Tie = (value) => nearestMarker(shown, value, reach, [least, most]);
        const next = tiedTime(wanted, at, end === 'from' ? from : to, tie) as Rigid[number][0];
        const rigid = shown.rigid.map((one, i) => (i !== span ? one : end === 'from' ? [next, one[1]] : [one[0], next])) as unknown as Rigid;
        const [begin, stop] = end === 'from' ? [wanted, plain(to)] : [plain(from), wanted];
        const uses = countUses(project, shown.id);
        return { rigid, told: `rigid ${begin} to ${stop}${isMoment(next) ? ', tied to a marker' : ''}: changes ${uses} ${uses === 1 ? 'use' : 'uses'}` };
      },
    }];
  }));
}

function nearestMarker({ markers }: Composition, at: Frames, reach: Frames, [least, most]: readonly [Frames, Frames]): ReturnType<Tie> {
  if (reach <= 0) return null;
  const times = Object.values(markers).flatMap(({ id, at: begin, length }) => [{ id, end: false, at: begin }, ...(length > 0 ? [{ id, end: true, at: begin + length }] : [])]);
  const [near] = times.filter((one) => Math.abs(one.at - at) <= reach && one.at >= least && one.at <= most).sort((a, b) => Math.abs(a.at - at) - Math.abs(b.at - at));
  return near ? { marker: near.id, end: near.end, plus: 0, was: near.at } : null;
}

/** How many layers of a project show a composition. */
function countUses(project: Project, id: string): number {
  return inOrder(project.compositions).reduce((count, { layers }) => count + inOrder(layers).filter((layer) => layer.kind === 'nest' && layer.source === id).length, 0);
}

