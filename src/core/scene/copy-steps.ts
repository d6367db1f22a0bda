import type { Matrix } from '../display';
import { multiply } from '../display';
import { KINDS, POSE, type LayerOf } from '../model';
import { DUST, type Frames } from '../time';
import { sampleChannel } from './prepared-channel';

/** One of several live repeats of a layer: where it stands against the layer itself, how much of it is seen, and by how many frames it is late. */
export type CopyStep = { readonly matrix: Matrix; /** 0 … 1. */ readonly opacity: number; readonly later: Frames };

/** More repeats than this are no picture. */
const MOST = 1000;

/**
 * The repeats of a layer at a time of its keys, the first of them the layer as it is. Each is a step further in place, turn, size, opacity and
 * time than the one before; turn and size go around the pivot of the copies, a step in place does not turn with them.
 */
export function copySteps(layer: LayerOf<'copies'>, x: Frames): readonly CopyStep[] {
  const { channels } = layer;
  const own = (name: keyof typeof KINDS.copies) => sampleChannel(channels[name] as never, KINDS.copies[name], x) as number;
  const pose = (name: 'pivotX' | 'pivotY') => sampleChannel(channels[name] as never, POSE[name], x) as number;
  const amount = Math.min(MOST, Math.max(0, Math.floor(own('amount') + DUST)));
  const [stepX, stepY, turn, size, opacity, time] = [own('stepX'), own('stepY'), own('stepTurn'), own('stepSize') / 100, own('stepOpacity') / 100, own('stepTime')];
  const [px, py] = [pose('pivotX'), pose('pivotY')];
  return Array.from({ length: amount }, (_, i) => {
    const radians = (turn * i * Math.PI) / 180;
    const scale = size ** i;
    const [cos, sin] = turn * i === 0 ? [scale, 0] : [Math.cos(radians) * scale, Math.sin(radians) * scale];
    const around = multiply([1, 0, 0, 1, px + stepX * i, py + stepY * i], multiply([cos, sin, -sin, cos, 0, 0], [1, 0, 0, 1, -px, -py]));
    return { matrix: around, opacity: Math.min(1, Math.max(0, opacity ** i)), later: time * i };
  });
}
