import { createCanvas, loadImage } from '@napi-rs/canvas';
import { evaluateFrame } from '../../core/evaluate';
import { inOrder, member, textLayers, type Project } from '../../core/model';
import { lookupFrom, paint, shippedFaces, type Surface } from '../../painter';
import { createNodeHost, encodePng, loadNodeFaces } from '../../painter/node';
import type { MediaFiles } from '../media';

/** How many pictures a strip has, and how large each is: the first is the still that stands for the project, else the middle of the film. */
const FRAMES = 12;
const [WIDTH, HEIGHT] = [448, 252] as const;

/** Pictures of the main composition through its play range, side by side; null when there is none. */
export async function paintStrip(project: Project, media: MediaFiles): Promise<Buffer | null> {
  const main = member(project.compositions.by, project.main) ?? inOrder(project.compositions)[0];
  if (!main) return null;
  const faces = lookupFrom(await loadNodeFaces(shippedFaces(textLayers(project)), import.meta.url));
  const images = new Map<string, Awaited<ReturnType<typeof loadImage>>>();
  for (const asset of inOrder(project.assets)) {
    const bytes = asset.type === 'image' ? await media.read(asset) : null;
    const image = bytes && (await loadImage(bytes).catch(() => null));
    if (image) images.set(asset.id, image);
  }
  const strip = createCanvas(WIDTH * FRAMES, HEIGHT);
  const to = strip.getContext('2d');
  const host = createNodeHost(images);
  const [from, until] = main.range;
  const { still } = project;
  for (let i = 0; i < FRAMES; i++) {
    const part = i === 0 ? 0.5 : (i - 0.5) / (FRAMES - 1);
    const at = Math.floor(from + (until - from) * part);
    const chosen = i === 0 && still !== null && member(project.compositions.by, still[0]) ? still : null;
    const frame = evaluateFrame(project, chosen?.[0] ?? main.id, chosen?.[1] ?? at, { faces, purpose: 'output' });
    if (!frame) return null;
    // The whole picture in its frame, however tall or wide.
    const scale = Math.min(WIDTH / frame.width, HEIGHT / frame.height);
    const [width, height] = [Math.max(1, Math.round(frame.width * scale)), Math.max(1, Math.round(frame.height * scale))];
    const canvas = createCanvas(width, height);
    paint(frame.root, canvas.getContext('2d') as unknown as Surface, host, { view: [scale, 0, 0, scale, 0, 0], width, height, background: frame.background, memory: null });
    to.drawImage(canvas, i * WIDTH + Math.round((WIDTH - width) / 2), Math.round((HEIGHT - height) / 2));
  }
  return encodePng(strip);
}
