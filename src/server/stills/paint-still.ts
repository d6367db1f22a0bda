import { createCanvas } from '@napi-rs/canvas';
import { evaluateFrame } from '../../core/evaluate';
import { member, textLayers, type Project } from '../../core/model';
import { lookupFrom, paint, shippedFaces, type Surface } from '../../painter';
import { createNodeHost, encodePng, loadNodeFaces } from '../../painter/node';

/** The middle of the main composition as a small PNG, or null when there is none. */
export async function paintStill(project: Project, width: number): Promise<Buffer | null> {
  const main = member(project.compositions.by, project.main);
  if (!main) return null;
  const faces = lookupFrom(await loadNodeFaces(shippedFaces(textLayers(project)), import.meta.url));
  const frame = evaluateFrame(project, main.id, Math.floor(main.duration / 2), { faces, purpose: 'output' });
  if (!frame) return null;
  const scale = width / frame.width;
  const height = Math.max(1, Math.round(frame.height * scale));
  const canvas = createCanvas(width, height);
  paint(frame.root, canvas.getContext('2d') as unknown as Surface, createNodeHost(new Map()), { view: [scale, 0, 0, scale, 0, 0], width, height, background: frame.background, memory: null });
  return encodePng(canvas);
}
