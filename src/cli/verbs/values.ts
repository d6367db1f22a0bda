import { trackAt, tracksOf, valueAt } from '../../core/scene';

import { readFrameRange } from '../frame-range';
import { openProject, pickComposition, pickLayer } from '../open-project';
import { needed, readOptions } from '../options';
import { Refusal } from '../refusal';
import type { Verb } from '../verb';

const usage = 'values FILE --comp C --layer L --channel NAME --frames A..B[/STEP]';

export const values: Verb = {
  name: 'values',
  usage,
  about: 'the values of a channel at host frames',
  async run(args) {
    const text = { type: 'string' } as const;
    const { values: given, positionals } = readOptions(args, { comp: text, layer: text, channel: text, frames: text }, 1, usage);
    const frames = readFrameRange(needed(given.frames, 'frames', usage));
    const name = needed(given.channel, 'channel', usage);
    const project = await openProject(positionals[0]!);
    const composition = pickComposition(project, needed(given.comp, 'comp', usage));
    const layer = pickLayer(composition, needed(given.layer, 'layer', usage));
    const found = trackAt(project, layer, name);
    if (!found) throw new Refusal(`“${layer.name}” has no channel “${name}”. It has ${tracksOf(project, layer).map((one) => one.address).join(', ')}.`);
    return frames.map((frame) => valueAt(project, composition, layer, found, frame));
  },
};
