import { setValues, type Draft, type Keying, type NewValue } from '../../../core/commands';
import { invert } from '../../../core/display';
import { keyTimeAt, sampleChannel, worldMatrix } from '../../../core/evaluate';
import { findChannel, isDrawn, member, type Composition, type Layer, type Project } from '../../../core/model';

/**
 * Layers moved on the picture by composition pixels. Each moves in its parent's space; a layer whose parent moves too
 * goes along by itself and is left out.
 */
export function dragLayers(project: Project, composition: Composition, ids: readonly string[], by: readonly [number, number], how: Keying): Draft | null {
  const chosen = new Set(ids);
  const values = ids.flatMap((id): readonly NewValue[] => {
    const layer = member(composition.layers.by, id);
    if (!layer || !isDrawn(layer.kind) || hasChosenAncestor(composition, layer, chosen)) return [];
    const [dx, dy] = inParentSpace(project, composition, layer, how.frame, by);
    const now = (name: string) => {
      const found = findChannel(layer, name)!;
      return sampleChannel(found.channel, found.spec, keyTimeAt(project, composition, layer, how.frame));
    };
    if (findChannel(layer, 'position')?.channel) {
      const [x, y] = now('position') as [number, number];
      return [{ layer: id, channel: 'position', value: [round(x + dx), round(y + dy)] }];
    }
    return [
      ...(dx === 0 ? [] : [{ layer: id, channel: 'x', value: round((now('x') as number) + dx) }]),
      ...(dy === 0 ? [] : [{ layer: id, channel: 'y', value: round((now('y') as number) + dy) }]),
    ];
  });
  return setValues(project, composition.id, values, how);
}

function hasChosenAncestor(composition: Composition, layer: Layer, chosen: ReadonlySet<string>): boolean {
  const seen = new Set([layer.id]);
  for (let id = layer.parent; id !== null && !seen.has(id); id = member(composition.layers.by, id)?.parent ?? null) {
    if (chosen.has(id)) return true;
    seen.add(id);
  }
  return false;
}

function inParentSpace(project: Project, composition: Composition, layer: Layer, frame: number, [dx, dy]: readonly [number, number]): readonly [number, number] {
  const parent = layer.parent === null ? undefined : member(composition.layers.by, layer.parent);
  const back = parent && invert(worldMatrix(project, composition, parent, frame, new Map()));
  return back ? [back[0] * dx + back[2] * dy, back[1] * dx + back[3] * dy] : [dx, dy];
}

/** Drags land on hundredths of a pixel: what a field shows is what is there. */
function round(value: number): number {
  return Math.round(value * 100) / 100;
}
