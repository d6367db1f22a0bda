import { createCanvas } from '@napi-rs/canvas';
import { evaluateFrame, type EvaluatedFrame } from '../src/core/evaluate';
import { readProjectFile } from '../src/core/model';
import type { Group } from '../src/core/display';
import { createNodeHost, paintToCanvas } from '../src/painter/node';
import { best, seeded, type Figure } from './seeded';

const LAYERS = 1_000;

/** 1,000 filled 40 px rounded rectangles with 5 keyed channels each, at fresh times, against painting them. */
export function measureEvaluation(): readonly Figure[] {
  const chance = seeded(1000);
  const keys = (low: number, high: number) => ({ keys: [0, 40, 80, 120].map((at) => ({ at, value: low + chance() * (high - low), left: 'smooth' as const, right: 'smooth' as const })) });
  const read = readProjectFile({
    format: 'oak-tumble/project', version: 1, name: 'Rectangles',
    compositions: [{
      id: 'main', name: 'Main', duration: 120,
      layers: Array.from({ length: LAYERS }, (_, i) => ({
        id: `r${i}`, name: `R${i}`, kind: 'shape',
        channels: { x: keys(0, 1280), y: keys(0, 720), rotation: keys(0, 360), scaleX: keys(60, 140), opacity: keys(40, 100), width: { value: 40 }, height: { value: 40 }, corner: { value: 8 } },
        fill: { channels: { colour: { value: [chance(), chance(), chance(), 1] } } },
      })),
    }],
  });
  if (!read.ok) throw new Error('The measured project does not read.');
  const around = { faces: () => null, purpose: 'output' } as const;
  const frames = Array.from({ length: 30 }, (_, i) => i * 4 + 0.37);
  let evaluated: EvaluatedFrame[] = [];
  const evaluate = () => void (evaluated = frames.map((frame) => evaluateFrame(read.value, 'main', frame, around)!));
  evaluate();
  const a = best(5, evaluate);
  const host = createNodeHost(new Map());
  const canvas = createCanvas(1280, 720);
  const paintAll = () => evaluated.forEach((frame) => void paintToCanvas(frame, host, canvas));
  paintAll();
  // Reading a pixel back waits until all of it is really painted.
  const b = best(3, () => {
    paintAll();
    canvas.getContext('2d').getImageData(0, 0, 1, 1);
  });
  const checksum = evaluated.reduce((sum, frame) => sum + frame.root.items.reduce((inner, item) => inner + (item as Group).matrix[4] + (item as Group).opacity, 0), 0);
  return [{
    what: `Evaluating ${LAYERS} rounded rectangles with 5 keyed channels at 30 fresh times, against painting them in Node`,
    measured: `ratio ${(a / b).toFixed(3)} (${(a / frames.length).toFixed(2)} ms : ${(b / frames.length).toFixed(1)} ms a frame; checksum ${checksum.toFixed(3)})`,
    bar: '≤ 0.25', held: a / b <= 0.25,
  }];
}
