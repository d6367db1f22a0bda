import { invert, transform, type Group, type Item, type MaskPart } from '../../core/display';
import { evaluateFrame, type EvaluatedFrame, type Surroundings } from '../../core/evaluate';
import { sourceOf, sourceTimeAt } from '../../core/scene';
import { member, type Project } from '../../core/model';
import type { PaintHost } from '../../painter';
import type { PickHit } from './protocol';

/** Whether a point is in a path of the host's, or on its line. */
export type Probe = {
  readonly inPath: (path: unknown, x: number, y: number, rule: 'nonzero' | 'evenodd') => boolean;
  readonly inStroke: (path: unknown, x: number, y: number, width: number) => boolean;
};

/** Every layer that is painted under a point of the composition, the topmost first. */
export function pickLayers(frame: EvaluatedFrame, host: PaintHost, probe: Probe, x: number, y: number, slack: number): readonly string[] {
  const hits: string[] = [];
  for (let i = frame.root.items.length - 1; i >= 0; i--) {
    if (touches(frame.root.items[i]!, x, y, slack, probe, host) && frame.drawn[i] !== undefined) hits.push(frame.drawn[i]!);
  }
  return hits;
}

/** Nests are looked into no deeper than this: a menu of more would help nobody. */
const DEEPEST = 4;

/** What lies under a point, each nest followed by what is under the point inside it. */
export function pickInside(project: Project, composition: string, frame: number, surroundings: Surroundings, host: PaintHost, probe: Probe, x: number, y: number, slack: number, depth = 0): readonly PickHit[] {
  const evaluated = evaluateFrame(project, composition, frame, surroundings);
  const open = member(project.compositions.by, composition);
  if (!evaluated || !open) return [];
  return pickLayers(evaluated, host, probe, x, y, slack).flatMap((id): readonly PickHit[] => {
    const layer = member(open.layers.by, id);
    const back = invert(evaluated.layers.find((one) => one.id === id)?.matrix ?? [1, 0, 0, 1, 0, 0]);
    const at = layer?.kind === 'nest' ? sourceTimeAt(project, open, layer, frame) : null;
    if (layer?.kind !== 'nest' || at === null || !back || depth >= DEEPEST) return [{ path: [id] }];
    const [px, py] = transform(back, x, y);
    const inner = pickInside(project, layer.source, at + (sourceOf(project, open, layer)?.offset ?? 0), surroundings, host, probe, px, py, slack * Math.hypot(back[0], back[1]), depth + 1);
    return [{ path: [id] }, ...inner.map((hit) => ({ path: [id, ...hit.path] }))];
  });
}

function touches(item: Item, x: number, y: number, slack: number, probe: Probe, host: PaintHost): boolean {
  switch (item.kind) {
    case 'group': return touchesGroup(item, x, y, slack, probe, host);
    case 'wash': return false;
    case 'image': return x >= 0 && y >= 0 && x < item.width && y < item.height;
    case 'path': {
      const path = host.path(item.outline);
      if (item.fill && probe.inPath(path, x, y, item.rule)) return true;
      // A thin line is hard to hit: a few pixels beside it count.
      return item.stroke !== null && probe.inStroke(path, x, y, item.stroke.width + slack * 2);
    }
  }
}

function touchesGroup(group: Group, x: number, y: number, slack: number, probe: Probe, host: PaintHost): boolean {
  const back = invert(group.matrix);
  if (!back) return false;
  const [px, py] = transform(back, x, y);
  if (group.frame && (px < 0 || py < 0 || px >= group.frame[0] || py >= group.frame[1])) return false;
  if (group.clip && touchesGroup(group.clip.by, x, y, 0, probe, host) !== (group.clip.side === 'inside')) return false;
  if (group.mask && !letsThrough(group.mask, px, py, probe, host)) return false;
  const scale = Math.hypot(back[0], back[1]);
  return group.items.some((item) => touches(item, px, py, slack * scale, probe, host));
}

/** Whether a point is seen through a mask, its soft edges taken as sharp. */
function letsThrough(mask: readonly MaskPart[], x: number, y: number, probe: Probe, host: PaintHost): boolean {
  return mask.reduce((seen, { outline, mode, invert: inside, opacity }) => {
    const form = opacity > 0 && probe.inPath(host.path(outline), x, y, 'nonzero') !== inside;
    return mode === 'add' ? seen || form : mode === 'subtract' ? seen && !form : seen && form;
  }, mask[0]?.mode !== 'add');
}
