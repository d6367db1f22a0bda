import { checkProject } from '../../core/checks';
import { applyPatches } from '../../core/commands';
import { deepIdentity, evaluateFrame, type EvaluatedFrame } from '../../core/evaluate';
import { member, type Project } from '../../core/model';
import { framesPerSecond } from '../../core/time';
import { createPictureMemory, paint, type Picture, type PictureMemory, type Surface } from '../../painter';
import { surfaceOf } from '../../painter/browser';
import { createWorkerSurroundings } from '../worker-surroundings';
import { createFrameKeeper } from './frame-keeper';
import { pickLayer } from './pick';
import { startPlaying } from './player';
import type { Look, PictureAnswer, PictureRequest, PlayLog } from './protocol';

// 256 MB of pictures in all: whole frames take the greater part.
const FRAMES = 236 * 1024 * 1024;
const NESTS = 20 * 1024 * 1024;
/** While it plays, this many frames ahead are looked after. */
const AHEAD = 45;
/** Checks start after so much rest. */
const REST = 200;

const surroundings = createWorkerSurroundings();
const memory = createPictureMemory(NESTS, surroundings.host.giveBack);
const keeper = createFrameKeeper(FRAMES, surroundings.host.giveBack);

let canvas: OffscreenCanvas | null = null;
let surface: Surface | null = null;
let project: Project | null = null;
let revision = 0;
let size: readonly [number, number] = [0, 0];
let wanted: { readonly request: number; readonly look: Look } | null = null;
let last: Look | null = null;
let keptFor = '';
let stopPlaying: (() => PlayLog) | null = null;
let playedRange: readonly [number, number] | null = null;
let scheduled = false;
let restTimer: ReturnType<typeof setTimeout> | null = null;
let fillTimer: ReturnType<typeof setTimeout> | null = null;

const post = (answer: PictureAnswer, transfer: Transferable[] = []) => self.postMessage(answer, { transfer });

self.onmessage = ({ data }: MessageEvent<PictureRequest>) => {
  switch (data.kind) {
    case 'canvas':
      canvas = data.canvas;
      surface = surfaceOf(canvas);
      break;
    case 'project':
      return takeProject(data.project, data.revision);
    case 'patches':
      if (project) takeProject(applyPatches(project, data.patches).project, data.revision);
      return;
    case 'size':
      size = [data.width, data.height];
      if (canvas) [canvas.width, canvas.height] = size;
      memory.clear();
      again();
      break;
    case 'show':
      // Latest wins: what was asked before and not begun is never painted.
      wanted = data;
      schedule();
      break;
    case 'play': return play(data);
    case 'stop':
      if (stopPlaying) post({ kind: 'played', log: stopPlaying() });
      stopPlaying = null;
      fillLater();
      break;
    case 'pick': {
      const frame = evaluate(data.look);
      post({ kind: 'picked', request: data.request, layer: frame && pickLayer(frame, surroundings.host, data.x, data.y, 4) });
      break;
    }
    case 'thumbnail': return thumbnail(data);
  }
};

function takeProject(next: Project, at: number): void {
  project = next;
  revision = at;
  again();
  void surroundings.load(next).then((news) => {
    if (!news) return;
    memory.clear();
    keptFor = '';
    again();
  });
  if (restTimer !== null) clearTimeout(restTimer);
  restTimer = setTimeout(() => {
    if (project) post({ kind: 'problems', revision, problems: checkProject(project) });
  }, REST);
}

/** Shows the last look once more: what it is made of has changed. */
function again(): void {
  if (!wanted && last) wanted = { request: -1, look: last };
  schedule();
}

function schedule(): void {
  if (scheduled) return;
  scheduled = true;
  setTimeout(() => {
    scheduled = false;
    const job = wanted;
    wanted = null;
    if (job && !stopPlaying) show(job.request, job.look);
  }, 0);
}

function evaluate(look: Look): EvaluatedFrame | null {
  if (!project) return null;
  const seen = look.transient ? applyPatches(project, look.transient).project : project;
  return evaluateFrame(seen, look.composition, look.frame, { faces: surroundings.faces(), purpose: 'bench' });
}

function show(request: number, look: Look): void {
  last = look;
  const frame = evaluate(look);
  if (!frame || !surface) return;
  settleKeeper(look.composition);
  if (look.transient) paintOn(surface, frame, size);
  else putUp(paintKept(look.frame, frame));
  post({ kind: 'shown', request, revision, composition: look.composition, frame: look.frame, layers: frame.layers, tooMuch: frame.tooMuch });
  fillLater();
}

/** Remembered frames belong to one composition as it is now, at one size. */
function settleKeeper(composition: string): void {
  const key = project ? `${composition} ${deepIdentity(project, composition)} ${size.join('x')}` : '';
  if (key === keptFor) return;
  keeper.clear();
  keptFor = key;
}

function paintKept(at: number, frame: EvaluatedFrame): Picture {
  const known = keeper.get(at);
  if (known) return known;
  const sheet = surroundings.host.sheet(...size);
  paintOn(sheet.surface, frame, size);
  keeper.keep(at, sheet.picture);
  return sheet.picture;
}

function paintOn(on: Surface, frame: EvaluatedFrame, [width, height]: readonly [number, number], own: PictureMemory | null = memory): void {
  paint(frame.root, on, surroundings.host, {
    view: [width / frame.width, 0, 0, height / frame.height, 0, 0], width, height, background: frame.background, memory: own,
  });
}

function putUp(picture: Picture): void {
  if (!surface) return;
  surface.setTransform(1, 0, 0, 1, 0, 0);
  surface.globalAlpha = 1;
  surface.globalCompositeOperation = 'copy';
  surface.drawImage(picture as never, 0, 0);
  surface.globalCompositeOperation = 'source-over';
}

function play({ composition, range, originFrame, originTime }: Extract<PictureRequest, { kind: 'play' }>): void {
  stopPlaying?.();
  const rate = project && member(project.compositions.by, composition)?.rate;
  if (!rate) return;
  playedRange = range;
  settleKeeper(composition);
  stopPlaying = startPlaying({
    range, originFrame, originTime,
    framesPerSecond: framesPerSecond(rate),
    now: () => performance.timeOrigin + performance.now(),
    paint(frame) {
      last = { composition, frame, transient: null };
      settleKeeper(composition);
      const known = keeper.get(frame);
      const evaluated = known ? null : evaluate(last);
      if (known) putUp(known);
      else if (evaluated) putUp(paintKept(frame, evaluated));
    },
    paintAhead(frame) {
      const missing = keeper.missingAhead(frame, range, AHEAD);
      const evaluated = missing === null ? null : evaluate({ composition, frame: missing, transient: null });
      if (missing === null || !evaluated) return false;
      paintKept(missing, evaluated);
      return true;
    },
  });
}

/** Paints ahead while nothing else is asked: one frame at a time, so that a question never waits long. */
function fillLater(): void {
  fillTimer ??= setTimeout(fill, 30);
}

function fill(): void {
  fillTimer = null;
  if (!last || last.transient || wanted || stopPlaying || !project || size[0] === 0) return;
  const composition = member(project.compositions.by, last.composition);
  if (!composition) return;
  settleKeeper(composition.id);
  const until = performance.now() + 12;
  let missing = keeper.nextMissing(last.frame, playedRange ?? composition.range);
  for (; missing !== null && performance.now() < until; missing = keeper.nextMissing(last.frame, playedRange ?? composition.range)) {
    const frame = evaluate({ composition: composition.id, frame: missing, transient: null });
    if (!frame) return;
    paintKept(missing, frame);
  }
  post({ kind: 'ready', composition: composition.id, frames: keeper.ready(composition.duration) });
  if (missing !== null) fillTimer = setTimeout(fill, 4);
}

function thumbnail({ request, composition, frame, width, height }: Extract<PictureRequest, { kind: 'thumbnail' }>): void {
  const evaluated = evaluate({ composition, frame, transient: null });
  if (!evaluated) return post({ kind: 'thumbnail', request, bitmap: null });
  const scale = Math.min(width / evaluated.width, height / evaluated.height);
  const fit: [number, number] = [Math.max(1, Math.round(evaluated.width * scale)), Math.max(1, Math.round(evaluated.height * scale))];
  const sheet = new OffscreenCanvas(...fit);
  paintOn(surfaceOf(sheet), evaluated, fit, null);
  const bitmap = sheet.transferToImageBitmap();
  post({ kind: 'thumbnail', request, bitmap }, [bitmap]);
}

