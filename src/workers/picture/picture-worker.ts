import { checksInSteps } from '../../core/checks';
import { activityInSteps, happensInSteps } from '../../core/scene';
import { member, type Project } from '../../core/model';
import { framesPerSecond } from '../../core/time';
import { paint, type Surface } from '../../painter';
import { answerLink, handOver, type Port } from '../link';
import type { WorkerSurroundings } from '../worker-surroundings';
import { createDocument } from './document';
import { createIdle } from './idle';
import { createPacker } from './packed-layers';
import { pickInside, type Probe } from './pick';
import { startPlaying } from './player';
import type { Look, PictureCalls, PictureNews, PictureSays, PlayLog } from './protocol';
import { createStage } from './stage';

/** What the worker cannot reach by itself; a test stands in for it. */
export type PictureTools = {
  readonly surroundings: WorkerSurroundings;
  readonly surfaceOf: (canvas: OffscreenCanvas) => Surface;
  /** A canvas for a small picture, and how it becomes one. */
  readonly small: (width: number, height: number) => { readonly surface: Surface; readonly bitmap: () => ImageBitmap };
  readonly probe: Probe;
  readonly now: () => number;
  /** Milliseconds since the epoch, as `originTime` counts. */
  readonly clock: () => number;
  /** After all messages that are here already, and sooner than any timer. */
  readonly soon: (run: () => void) => void;
  readonly later: (run: () => void, ms: number) => void;
};

/** While it plays, this many frames ahead are looked after. */
const AHEAD = 45;
/** How often the page hears which frames are ready, in milliseconds. */
const READY_EVERY = 300;
/** So long after it began the worker leaves the machine to the page, which is still putting its parts up. In milliseconds. */
const SETTLING = 1000;
/** The first picture waits for its faces and pictures, but no longer than this after the worker began. In milliseconds. */
const PATIENCE = 1000;
const NONE = new Uint8Array(0);
/** Checks start after so much rest. */
const REST = 200;

/** The picture's worker: shows, plays, keeps frames ready, and between frames picks, checks and counts. */
export function runPictureWorker(port: Port, tools: PictureTools): void {
  const { surroundings, now, soon, later } = tools;
  const document = createDocument();
  const stage = createStage(surroundings);
  const { keeper } = stage;
  const packer = createPacker();
  let wanted: { readonly request: number; readonly look: Look } | null = null;
  let last: Look | null = null;
  let stopPlaying: (() => PlayLog) | null = null;
  let playedRange: readonly [number, number] | null = null;
  let [scheduled, filling] = [false, false];
  let toldReady = 0;
  let rest = 0;
  let counts = 0;
  /** Ends when what the newest project needs is here: small pictures wait for it, since nobody paints them again. */
  let loaded: Promise<void> = Promise.resolve();
  let isLoaded = false;
  const idle = createIdle({ isBusy: () => wanted !== null || stopPlaying !== null || document.pulling(), later, now });
  /** An answer that is worked out between frames; called off, or without a project, there is `none`. */
  const counted = <T>(signal: AbortSignal, none: T, steps: (project: Project) => Generator<void, T>) => new Promise<T>((resolve) => {
    const name = `count ${++counts}`;
    signal.addEventListener('abort', () => {
      idle.drop(name);
      resolve(none);
    });
    idle.add(name, (function* () {
      const project = document.project();
      resolve(project ? yield* steps(project) : none);
    })());
  });
  const { say } = answerLink<PictureCalls, PictureSays, PictureNews>(port, {
    pick: ({ look, x, y }) => {
      const project = document.project();
      return project ? pickInside(project, look.composition, look.frame, { faces: surroundings.faces(), purpose: 'bench' }, surroundings.host, tools.probe, x, y, 4) : [];
    },
    thumbnail: async ({ composition, frame, width, height }) => {
      await loaded;
      return thumbnail(composition, frame, width, height);
    },
    activity: ({ composition }, signal) => counted(signal, NONE, (project) => activityInSteps(project, composition)),
    happens: ({ composition, path }, signal) => counted(signal, [], (project) => happensInSteps(project, composition, path)),
  }, hear);

  function hear(message: PictureSays): void {
    switch (message.kind) {
      case 'canvas':
        stage.put(tools.surfaceOf(message.canvas), (width, height) => Object.assign(message.canvas, { width, height }));
        return again();
      case 'project': return taken(() => document.take(message.project, message.revision));
      case 'patches': return taken(() => { if (!document.patch(message.patches, message.revision)) say({ kind: 'ask' }); });
      case 'limit': return stage.limit(message.bytes);
      case 'size': return void (stage.resize(message.width, message.height, message.view) && again());
      case 'show':
        // Latest wins: what was asked before and not begun is never painted.
        wanted = message;
        return schedule();
      case 'gesture':
        document.begin(message.gesture, message.move);
        return again();
      case 'prepare':
        return soon(() => {
          // What stands still is kept as one picture when it was met twice.
          for (const part of [1, 2]) {
            const project = document.with(message.gesture, halved(message.move, part));
            const frame = project && last && !stopPlaying && stage.hasRoom() ? stage.evaluate(project, last) : null;
            if (frame) stage.warm(frame);
          }
        });
      case 'pull':
        document.pull(message.move);
        return again();
      case 'play': return play(message);
      case 'stop': return stop();
      case 'reload':
        surroundings.lookAgain();
        return taken(() => undefined);
    }
  }

  /** A move a part of the way, so that what moves is another each time. */
  function halved(move: object, part: number): object {
    return Object.fromEntries(Object.entries(move).map(([name, value]: [string, unknown]) => [name, Array.isArray(value) && value.every((one) => typeof one === 'number') ? value.map((one: number) => one * part) : value]));
  }

  /** The document may be another one now. */
  function taken(change: () => void): void {
    const before = document.project();
    change();
    const project = document.project();
    if (!project) return;
    if (project !== before) stage.edited(before, project);
    if (last) again();
    loaded = surroundings.load(project).then((news) => {
      const isFirst = !isLoaded;
      isLoaded = true;
      if (news) stage.forget();
      if (news || isFirst) again();
    });
    const mine = ++rest;
    idle.drop('checks');
    later(() => mine === rest && idle.add('checks', check()), Math.max(REST, SETTLING - now()));
  }

  function* check(): Generator<void, void> {
    const [project, revision] = [document.project(), document.revision()];
    if (project) say({ kind: 'problems', revision, problems: yield* checksInSteps(project) });
  }

  /** Shows the last look once more: what it is made of has changed. */
  function again(): void {
    if (!wanted && last) wanted = { request: -1, look: last };
    schedule();
  }

  function schedule(): void {
    if (scheduled) return;
    scheduled = true;
    soon(() => {
      scheduled = false;
      const job = wanted;
      wanted = null;
      if (job && !stopPlaying) show(job.request, job.look);
    });
  }

  function show(request: number, look: Look): void {
    last = look;
    const project = document.seen();
    // What is asked before there is a canvas is worked out already: it is painted as soon as it has somewhere to go.
    const frame = project && stage.evaluate(project, look);
    if (!frame || !stage.hasRoom()) return;
    // A first picture without its words would only be seen to change.
    if (!isLoaded && !stage.hasPainted() && now() < PATIENCE) return later(again, PATIENCE - now());
    stage.turnTo(look.composition);
    keeper.centre(look.frame, rangeOf(look));
    if (document.pulling()) stage.paintOnce(frame);
    else stage.show(look.frame, frame);
    const layers = packer.pack(frame.layers);
    say({ kind: 'shown', at: tools.clock(), request, revision: document.revision(), composition: look.composition, frame: look.frame, layers, tooMuch: frame.tooMuch }, [layers.numbers.buffer]);
    fillLater();
  }

  /** What plays, or what is being played around the playhead; the whole composition while the playhead stands outside that. */
  function rangeOf({ composition, frame }: Look): readonly [number, number] {
    const open = member(document.project()?.compositions.by ?? {}, composition);
    const range = playedRange ?? open?.range ?? [0, 1];
    return frame >= range[0] && frame < range[1] ? range : [0, open?.duration ?? 1];
  }

  function play({ composition, range, originFrame, originTime, asNeeded }: Extract<PictureSays, { kind: 'play' }>): void {
    stopPlaying?.();
    const open = member(document.project()?.compositions.by ?? {}, composition);
    if (!open) return;
    const { rate, duration } = open;
    // Over the seam every frame of the composition may be wanted.
    const wanted: readonly [number, number] = range[0] < 0 || range[1] > duration ? [0, duration] : range;
    playedRange = wanted;
    stage.turnTo(composition);
    stopPlaying = startPlaying({
      range, round: duration, originFrame, originTime, framesPerSecond: framesPerSecond(rate), now: tools.clock,
      paint(frame) {
        last = { composition, frame };
        const known = document.pulling() ? null : keeper.get(frame);
        if (known) return stage.putUp(known);
        const project = document.seen();
        const evaluated = project && stage.evaluate(project, last);
        if (!evaluated) return;
        // A drag goes on while it plays: its pictures are nobody's to keep.
        if (document.pulling()) return stage.paintOnce(evaluated);
        const began = now();
        stage.show(frame, evaluated);
        if (asNeeded && stage.coarse() < 4 && now() - began > 700 / framesPerSecond(rate)) stage.coarsen(stage.coarse() * 2);
      },
      paintAhead(frame) {
        keeper.centre(frame, wanted);
        const missing = keeper.missingAhead(AHEAD);
        const project = document.project();
        const evaluated = missing === null || !project ? null : stage.evaluate(project, { composition, frame: missing });
        if (missing === null || !evaluated) return false;
        stage.keep(missing, evaluated);
        return true;
      },
    });
  }

  function stop(): void {
    if (stopPlaying) say({ kind: 'played', log: stopPlaying() });
    [stopPlaying, playedRange] = [null, null];
    stage.coarsen(1);
    fillLater();
  }

  /** Paints ahead while nothing else is asked: one frame at a time, so that a question never waits long. */
  function fillLater(ms = Math.max(30, SETTLING - now())): void {
    if (filling) return;
    filling = true;
    later(fill, ms);
  }

  function fill(): void {
    filling = false;
    const project = document.project();
    const open = last && project && member(project.compositions.by, last.composition);
    if (!last || !project || !open || wanted || stopPlaying || document.pulling() || !stage.hasRoom()) return;
    stage.turnTo(open.id);
    const until = now() + 12;
    keeper.centre(last.frame, rangeOf(last));
    let missing = keeper.nextMissing();
    for (; missing !== null && now() < until; missing = keeper.nextMissing()) {
      const frame = stage.evaluate(project, { composition: open.id, frame: missing });
      if (!frame) return;
      stage.keep(missing, frame);
    }
    // Told now and then: a page that hears of every frame has time for nothing else.
    if (missing === null || now() - toldReady > READY_EVERY) {
      toldReady = now();
      say({ kind: 'ready', composition: open.id, frames: keeper.ready(open.duration) });
    }
    if (missing !== null) fillLater(4);
  }

  function thumbnail(composition: string, frame: number, width: number, height: number): ImageBitmap | null {
    const project = document.project();
    const evaluated = project && stage.evaluate(project, { composition, frame });
    if (!evaluated) return null;
    const scale = Math.min(width / evaluated.width, height / evaluated.height);
    const fit: [number, number] = [Math.max(1, Math.round(evaluated.width * scale)), Math.max(1, Math.round(evaluated.height * scale))];
    const sheet = tools.small(...fit);
    paint(evaluated.root, sheet.surface, surroundings.host, { view: [fit[0] / evaluated.width, 0, 0, fit[1] / evaluated.height, 0, 0], width: fit[0], height: fit[1], background: evaluated.background, memory: null });
    const bitmap = sheet.bitmap();
    return handOver(bitmap, [bitmap]);
  }
}
