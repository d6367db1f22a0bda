import { checkProject } from '../../core/checks';
import { applyPatches, type Patch } from '../../core/commands';
import { evaluateFrame, type EvaluatedFrame } from '../../core/evaluate';
import { deepIdentity } from '../../core/scene';
import type { Matrix } from '../../core/display';
import { member, type Project } from '../../core/model';
import { framesPerSecond } from '../../core/time';
import { createPictureMemory, paint, type Picture, type Surface } from '../../painter';
import { surfaceOf } from '../../painter/browser';
import { createWorkerSurroundings } from '../browser-surroundings';
import { createFrameKeeper } from './frame-keeper';
import { pickInside } from './pick';
import { startPlaying } from './player';
import type { Look, PictureAnswer, PictureRequest, PlayLog } from './protocol';

// 256 MB of pictures in all: whole frames take the greater part.
const FRAMES = 236 * 1024 * 1024;
const NESTS = 20 * 1024 * 1024;
/** While it plays, this many frames ahead are looked after. */
const AHEAD = 45;
/** How often the page hears which frames are ready, in milliseconds. */
const READY_EVERY = 300;
let toldReady = 0;
/** So long after it began the worker leaves the machine to the page, which is still putting its parts up. In milliseconds. */
const SETTLING = 1000;
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
let view: Matrix = [1, 0, 0, 1, 0, 0];
let overlay: readonly Patch[] | null = null;
/** While it plays as needed, pictures may be painted this many times coarser. */
let coarse = 1;
let wanted: { readonly request: number; readonly look: Look } | null = null;
let last: Look | null = null;
let keptFor = '';
let stopPlaying: (() => PlayLog) | null = null;
let playedRange: readonly [number, number] | null = null;
let scheduled = false;
let restTimer: ReturnType<typeof setTimeout> | null = null;
/** Ends when what the newest project needs is here: small pictures wait for it, since nobody paints them again. */
let loaded: Promise<void> = Promise.resolve();
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
      if (size[0] === data.width && size[1] === data.height && sameMatrix(view, data.view)) return;
      size = [data.width, data.height];
      view = data.view;
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
    case 'reload':
      surroundings.lookAgain();
      if (project) takeProject(project, revision);
      return;
    case 'overlay':
      overlay = data.transient;
      break;
    case 'stop':
      if (stopPlaying) post({ kind: 'played', log: stopPlaying() });
      stopPlaying = null;
      overlay = null;
      // What was painted coarse is painted again in full.
      if (coarse > 1) keptFor = '';
      coarse = 1;
      fillLater();
      break;
    case 'pick': {
      const seen = projectOf(data.look);
      const around = { faces: surroundings.faces(), purpose: 'bench' } as const;
      post({ kind: 'picked', request: data.request, hits: seen ? pickInside(seen, data.look.composition, data.look.frame, around, surroundings.host, data.x, data.y, 4) : [] });
      break;
    }
    case 'thumbnail': return void loaded.then(() => thumbnail(data));
  }
};

function takeProject(next: Project, at: number): void {
  project = next;
  revision = at;
  again();
  loaded = surroundings.load(next).then((news) => {
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

// A message to itself comes after all that were sent before it, and sooner than any timer: a drag is shown in the next frame.
const turn = new MessageChannel();
turn.port1.onmessage = () => {
  scheduled = false;
  const job = wanted;
  wanted = null;
  if (job && !stopPlaying) show(job.request, job.look);
};

function schedule(): void {
  if (scheduled) return;
  scheduled = true;
  turn.port2.postMessage(null);
}

function projectOf(look: Look): Project | null {
  return project && (look.transient ? applyPatches(project, look.transient).project : project);
}

function evaluate(look: Look): EvaluatedFrame | null {
  const seen = projectOf(look);
  return seen && evaluateFrame(seen, look.composition, look.frame, { faces: surroundings.faces(), purpose: 'bench' });
}

function sameMatrix(a: Matrix, b: Matrix): boolean {
  return a.every((part, i) => part === b[i]);
}

function show(request: number, look: Look): void {
  last = look;
  const frame = evaluate(look);
  if (!frame || !surface) return;
  settleKeeper(look.composition);
  keeper.centre(look.frame, rangeOf(look.composition));
  if (look.transient) paintOn(surface, frame, size);
  else putUp(paintKept(look.frame, frame));
  post({ kind: 'shown', request, revision, composition: look.composition, frame: look.frame, layers: frame.layers, tooMuch: frame.tooMuch });
  fillLater();
}

/** What plays: the range of the composition, or what is being played around the playhead. */
function rangeOf(composition: string): readonly [number, number] {
  return playedRange ?? (project && member(project.compositions.by, composition)?.range) ?? [0, 1];
}

/** Remembered frames belong to one composition as it is now, at one size. */
function settleKeeper(composition: string): void {
  const key = project ? `${composition} ${deepIdentity(project, composition)} ${size.join('x')} ${view.join(' ')}` : '';
  if (key === keptFor) return;
  keeper.clear();
  keptFor = key;
}

function paintKept(at: number, frame: EvaluatedFrame): Picture {
  const known = keeper.get(at);
  if (known) return known;
  const scaled: [number, number] = [Math.ceil(size[0] / coarse), Math.ceil(size[1] / coarse)];
  const sheet = surroundings.host.sheet(...scaled);
  paintOn(sheet.surface, frame, scaled);
  keeper.keep(at, sheet.picture);
  return sheet.picture;
}

/** Paints a frame as it lies in view, on a sheet of as many pixels as there are or fewer. */
function paintOn(on: Surface, frame: EvaluatedFrame, [width, height]: readonly [number, number]): void {
  const less = width / size[0];
  paint(frame.root, on, surroundings.host, { view: view.map((part) => part * less) as unknown as Matrix, width, height, background: frame.background, memory });
}

function putUp(picture: Picture): void {
  if (!surface) return;
  surface.setTransform(1, 0, 0, 1, 0, 0);
  surface.globalAlpha = 1;
  surface.globalCompositeOperation = 'copy';
  if (picture.width === size[0]) surface.drawImage(picture as never, 0, 0);
  else surface.drawImage(picture as never, 0, 0, size[0], size[1]);
  surface.globalCompositeOperation = 'source-over';
}

function play({ composition, range, originFrame, originTime, asNeeded }: Extract<PictureRequest, { kind: 'play' }>): void {
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
      if (overlay) {
        // A drag goes on while it plays: its pictures are nobody's to keep.
        const dragged = evaluate({ ...last, transient: overlay });
        if (dragged && surface) paintOn(surface, dragged, size);
        return;
      }
      const known = keeper.get(frame);
      const evaluated = known ? null : evaluate(last);
      if (known) putUp(known);
      else if (evaluated) {
        const began = performance.now();
        putUp(paintKept(frame, evaluated));
        if (asNeeded && coarse < 4 && performance.now() - began > 700 / framesPerSecond(rate)) coarse *= 2;
      }
    },
    paintAhead(frame) {
      keeper.centre(frame, range);
      const missing = keeper.missingAhead(AHEAD);
      const evaluated = missing === null ? null : evaluate({ composition, frame: missing, transient: null });
      if (missing === null || !evaluated) return false;
      paintKept(missing, evaluated);
      return true;
    },
  });
}

/** Paints ahead while nothing else is asked: one frame at a time, so that a question never waits long. */
function fillLater(): void {
  fillTimer ??= setTimeout(fill, Math.max(30, SETTLING - performance.now()));
}

function fill(): void {
  fillTimer = null;
  if (!last || last.transient || wanted || stopPlaying || !project || size[0] === 0) return;
  const composition = member(project.compositions.by, last.composition);
  if (!composition) return;
  settleKeeper(composition.id);
  const until = performance.now() + 12;
  keeper.centre(last.frame, rangeOf(composition.id));
  let missing = keeper.nextMissing();
  for (; missing !== null && performance.now() < until; missing = keeper.nextMissing()) {
    const frame = evaluate({ composition: composition.id, frame: missing, transient: null });
    if (!frame) return;
    paintKept(missing, frame);
  }
  // Told now and then: a page that hears of every frame has time for nothing else.
  if (missing === null || performance.now() - toldReady > READY_EVERY) {
    toldReady = performance.now();
    post({ kind: 'ready', composition: composition.id, frames: keeper.ready(composition.duration) });
  }
  if (missing !== null) fillTimer = setTimeout(fill, 4);
}

function thumbnail({ request, composition, frame, width, height }: Extract<PictureRequest, { kind: 'thumbnail' }>): void {
  const evaluated = evaluate({ composition, frame, transient: null });
  if (!evaluated) return post({ kind: 'thumbnail', request, bitmap: null });
  const scale = Math.min(width / evaluated.width, height / evaluated.height);
  const fit: [number, number] = [Math.max(1, Math.round(evaluated.width * scale)), Math.max(1, Math.round(evaluated.height * scale))];
  const sheet = new OffscreenCanvas(...fit);
  paint(evaluated.root, surfaceOf(sheet), surroundings.host, { view: [fit[0] / evaluated.width, 0, 0, fit[1] / evaluated.height, 0, 0], width: fit[0], height: fit[1], background: evaluated.background, memory: null });
  const bitmap = sheet.transferToImageBitmap();
  post({ kind: 'thumbnail', request, bitmap }, [bitmap]);
}

