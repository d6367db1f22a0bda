import { evaluateFrame } from '../../core/evaluate';
import { member } from '../../core/model';
import { paint } from '../../painter';
import { surfaceOf } from '../../painter/browser';
import { createWorkerSurroundings } from '../browser-surroundings';
import { answerLink } from '../link';
import { filmSize, startFilm } from './make-film';
import type { FilmCalls, FilmJob, FilmProgress, MadeFilm } from './protocol';

const link = answerLink<FilmCalls, never, FilmProgress>(self as never, { make });

async function make(job: FilmJob, signal: AbortSignal): Promise<MadeFilm> {
  const composition = member(job.project.compositions.by, job.composition);
  if (!composition) throw new Error('that composition is not in the project any more.');
  const surroundings = createWorkerSurroundings();
  await surroundings.load(job.project);
  const [width, height] = filmSize(job.format, composition.width, composition.height);
  const canvas = new OffscreenCanvas(width, height);
  const surface = surfaceOf(canvas);
  const film = await startFilm(job.format, canvas, composition.rate);
  const notes: string[] = [];
  if (width !== composition.width || height !== composition.height) notes.push(`The film is ${width} × ${height}: H.264 needs even sides.`);
  if (job.format === 'mp4' && composition.background === null) notes.push('H.264 has no transparency: the film stands on black.');
  // Output goes without the memory of nests, and shows neither guides nor solo.
  const background = composition.background === null && job.format === 'mp4' ? ([0, 0, 0, 1] as const) : null;
  for (let frame = job.from; frame < job.to; frame++) {
    if (signal.aborted) {
      await film.abandon();
      throw signal.reason;
    }
    const evaluated = evaluateFrame(job.project, job.composition, frame, { faces: surroundings.faces(), purpose: 'output' })!;
    paint(evaluated.root, surface, surroundings.host, { view: [1, 0, 0, 1, 0, 0], width, height, background: evaluated.background ?? background, memory: null });
    await film.add(canvas, frame - job.from, frame);
    link.say({ done: frame - job.from + 1, of: job.to - job.from });
    // A breath, so that a cancel is heard.
    await new Promise((resolve) => setTimeout(resolve, 0));
  }
  const name = `${job.project.name} ${composition.name}`.replace(/[^\w -]/g, '').trim().replace(/\s+/g, '-').toLowerCase();
  return { file: await film.finish(), name: job.format === 'mp4' ? `${name}.mp4` : `${name}-frames.zip`, notes };
}
