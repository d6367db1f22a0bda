import path from 'node:path';
import { evaluateFrame } from '../../core/evaluate';
import { readFrameRange } from '../frame-range';
import { nodeSurroundings } from '../node-surroundings';
import { openFile, pickComposition } from '../open-project';
import { needed, readOptions } from '../options';
import { Refusal } from '../refusal';
import type { Verb } from '../verb';
import { makeFolder, writeWhole } from '../write-file';

const usage = 'render FILE --comp C --frames A..B[/STEP] --out DIR_OR_FILE.png';

export const render: Verb = {
  name: 'render',
  usage,
  about: 'frames as PNG: a folder of them, or one file for one frame',
  async run(args) {
    const text = { type: 'string' } as const;
    const { values: given, positionals } = readOptions(args, { comp: text, frames: text, out: text }, 1, usage);
    const frames = readFrameRange(needed(given.frames, 'frames', usage));
    const out = needed(given.out, 'out', usage);
    const { project, media } = await openFile(positionals[0]!);
    const composition = pickComposition(project, needed(given.comp, 'comp', usage));
    const extension = path.extname(out).toLowerCase();
    if (extension !== '' && extension !== '.png') throw new Refusal(`The command line renders PNG frames; “${extension}” is made from the page (Render).`);
    if (extension === '.png' && frames.length !== 1) throw new Refusal(`One file holds one frame, and ${frames.length} were asked for. Name a folder instead.`);
    const { faces, host, lost } = await nodeSurroundings(project, media);
    if (lost.length) process.stderr.write(`Missing pictures are left out: ${lost.join(', ')}\n`);
    const { encodePng, paintToCanvas } = await import('../../painter/node');
    const digits = Math.max(4, String(Math.max(0, ...frames)).length);
    if (extension === '') await makeFolder(out);
    const written: string[] = [];
    for (const frame of frames) {
      const evaluated = evaluateFrame(project, composition.id, frame, { faces, purpose: 'output' })!;
      if (evaluated.tooMuch) process.stderr.write(`Frame ${frame} is made of more layers than can be painted; the rest is left out.\n`);
      const place = extension === '.png' ? out : path.join(out, `${String(frame).padStart(digits, '0')}.png`);
      await writeWhole(place, await encodePng(paintToCanvas(evaluated, host)));
      written.push(place);
    }
    return { frames: written.length, files: written };
  },
};
