import type { PicturesCompared } from '../core/bake';
import { evaluateFrame } from '../core/evaluate';
import { member, type Project } from '../core/model';
import type { MediaStore } from '../bundle';
import { apart } from '../painter';
import { nodeSurroundings } from './node-surroundings';

/** Paints every frame of a composition in two projects and tells where they differ most, in levels of 255; colours count as much as they show. */
export async function comparePictures(before: Project, after: Project, compositionId: string, media: MediaStore): Promise<PicturesCompared> {
  const { faces, host } = await nodeSurroundings(before, media);
  const { paintToCanvas } = await import('../painter/node');
  const { duration } = member(before.compositions.by, compositionId)!;
  let worst = { frame: 0, difference: 0 };
  const pixels = (project: Project, frame: number): Uint8ClampedArray => {
    const canvas = paintToCanvas(evaluateFrame(project, compositionId, frame, { faces, purpose: 'output' })!, host);
    return canvas.getContext('2d').getImageData(0, 0, canvas.width, canvas.height).data;
  };
  for (let frame = 0; frame < duration; frame++) {
    const difference = apart(pixels(before, frame), pixels(after, frame));
    if (difference > worst.difference) worst = { frame, difference };
  }
  return { compared: duration, worst };
}
