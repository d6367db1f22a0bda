import type { Bounds } from '../../display';
import { contentBox } from '../../scene';
import { member, type Project } from '../../model';
import type { Frames } from '../../time';

/** The boxes of layers' contents: those that are given (the page knows how far words reach), else as the scene finds them at a frame. */
export function boxesOf(project: Project, compositionId: string, frame: Frames, given: Readonly<Record<string, Bounds | null>> | undefined): (layer: string) => Bounds | null {
  const host = member(project.compositions.by, compositionId);
  return (id) => {
    const layer = host && member(host.layers.by, id);
    if (given && Object.hasOwn(given, id)) return given[id]!;
    return host && layer ? contentBox(project, host, layer, frame) : null;
  };
}
