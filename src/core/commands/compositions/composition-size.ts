import { channelAt, inOrder, isDrawn, member, POSE, type Channel, type Project } from '../../model';
import { count, type Draft } from '../document/change';
import { compositionPath, layerPath } from '../document/paths';
import { patchOf, type Patch } from '../document/patch';
import { shiftedChannel } from '../keys/set-values';

/**
 * Gives a composition another size in whole pixels. What stands in it stays where it is from the upper left, or (`scales`) is
 * scaled about the middle as far as both sides allow, keys and paths with it.
 */
export function setSize(project: Project, compositionId: string, [width, height]: readonly [number, number], content: 'stays' | 'scales'): Draft | null {
  const composition = member(project.compositions.by, compositionId);
  if (!composition || (composition.width === width && composition.height === height)) return null;
  const path = compositionPath(compositionId);
  const factor = Math.min(width / composition.width, height / composition.height);
  const [dx, dy] = [(width - composition.width * factor) / 2, (height - composition.height * factor) / 2];
  const roots = content === 'scales' ? inOrder(composition.layers).filter((layer) => isDrawn(layer.kind) && (layer.parent === null || !member(composition.layers.by, layer.parent))) : [];
  return {
    event: 'composition.size', label: `Make ${composition.name} ${width} × ${height}${roots.length > 0 ? `, ${count(roots.length, 'layer')} with it` : ''}`,
    patches: [
      ...(composition.width === width ? [] : [patchOf([...path, 'width'], composition.width, width)]),
      ...(composition.height === height ? [] : [patchOf([...path, 'height'], composition.height, height)]),
      ...roots.flatMap((layer) => scaledPose(layerPath(compositionId, layer.id), layer.channels as unknown as Channels, factor, dx, dy)),
    ],
  };
}

type Channels = Readonly<Record<string, Channel | undefined>>;

/** A pose scaled about the origin and moved: its place and its sizes, at rest and in every key. */
function scaledPose(path: readonly string[], channels: Channels, factor: number, dx: number, dy: number): readonly Patch[] {
  const change = (name: string, work: (value: number) => number): readonly Patch[] => {
    const channel = channels[name];
    const start = POSE[name as keyof typeof POSE].start as number;
    const next = channel ? { ...shiftedChannel(channel, (value) => fine(work(value as number))), keys: scaledHandles(shiftedChannel(channel, (value) => fine(work(value as number))).keys, factor) } : fine(work(start)) === start ? undefined : channelAt(fine(work(start)));
    return next === undefined || JSON.stringify(next) === JSON.stringify(channel) ? [] : [patchOf([...path, 'channels', name], channel, next)];
  };
  const place = channels['position'];
  const moved: readonly Patch[] = place
    ? [patchOf([...path, 'channels', 'position'], place, scaledPoints(place, factor, dx, dy))]
    : [...change('x', (x) => x * factor + dx), ...change('y', (y) => y * factor + dy)];
  return [...moved, ...change('scaleX', (size) => size * factor), ...change('scaleY', (size) => size * factor)];
}

/** Handles of numbers rise as the numbers do. */
function scaledHandles(keys: Channel['keys'], factor: number): Channel['keys'] {
  return Object.fromEntries(Object.entries(keys).map(([id, key]) => {
    const one = { ...key } as Record<string, unknown>;
    for (const side of ['right', 'left', 'kept'] as const) if (Array.isArray(one[side]) && (one[side] as unknown[]).length === 2) one[side] = [(one[side] as number[])[0], fine((one[side] as number[])[1]! * factor)];
    return [id, one];
  })) as Channel['keys'];
}

function scaledPoints(channel: Channel, factor: number, dx: number, dy: number): Channel {
  const moved = shiftedChannel(channel, (value) => { const [x, y] = value as [number, number]; return [fine(x * factor + dx), fine(y * factor + dy)]; });
  const keys = Object.fromEntries(Object.entries(moved.keys).map(([id, key]) => {
    const one = { ...key } as Record<string, unknown>;
    for (const side of ['pathLeft', 'pathRight'] as const) if (one[side] !== undefined) one[side] = (one[side] as number[]).map((part) => fine(part * factor));
    return [id, one];
  }));
  return { ...moved, keys: keys as Channel['keys'] };
}

function fine(value: number): number {
  return Math.round(value * 1e6) / 1e6 + 0;
}
