import { inOrder, member, type Project } from '../model';
import { sourceOf, sourceTimeAt } from '../scene';
import { dust, type Frames } from '../time';

/** So many looks between frames are kept; a nest whose time creeps would give more than anyone can count. */
const MOST = 20_000;

/** Times between its frames at which a composition is looked at by nests that show it, through any number of compositions. */
export function looksBetween(project: Project, id: string, inside: ReadonlySet<string> = new Set()): readonly Frames[] {
  if (inside.has(id)) return [];
  const found = new Set<Frames>();
  const within = new Set([...inside, id]);
  for (const host of inOrder(project.compositions)) {
    const nests = inOrder(host.layers).filter((layer) => layer.kind === 'nest' && layer.source === id && member(project.compositions.by, id));
    if (nests.length === 0) continue;
    const frames = looksBetween(project, host.id, within);
    for (const nest of nests) {
      const offset = sourceOf(project, host, nest)!.offset;
      const look = (frame: Frames) => {
        const at = sourceTimeAt(project, host, nest, frame);
        if (at === null) return;
        const there = dust(at + offset);
        if (there !== Math.round(there)) found.add(there);
      };
      for (let frame = 0; frame < host.duration && found.size < MOST; frame++) look(frame);
      for (const frame of frames) if (found.size < MOST) look(frame);
    }
  }
  return [...found];
}
