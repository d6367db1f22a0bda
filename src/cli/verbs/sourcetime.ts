import { sourceTimeAt } from '../../core/scene';
import { readFrameRange } from '../frame-range';
import { openProject, pickComposition, pickLayer } from '../open-project';
import { needed, readOptions } from '../options';
import type { Verb } from '../verb';

const usage = 'sourcetime FILE --comp C --layer L --frames A..B[/STEP]';

export const sourcetime: Verb = {
  name: 'sourcetime',
  usage,
  about: 'the source time that a layer shows at host frames, null where nothing shows',
  async run(args) {
    const text = { type: 'string' } as const;
    const { values: given, positionals } = readOptions(args, { comp: text, layer: text, frames: text }, 1, usage);
    const frames = readFrameRange(needed(given.frames, 'frames', usage));
    const project = await openProject(positionals[0]!);
    const composition = pickComposition(project, needed(given.comp, 'comp', usage));
    const layer = pickLayer(composition, needed(given.layer, 'layer', usage));
    return frames.map((frame) => sourceTimeAt(project, composition, layer, frame));
  },
};
