import { createReadyHost, surfaceOf } from '../../painter/browser';
import { createWorkerSurroundings } from '../browser-surroundings';
import { runPictureWorker } from './picture-worker';

// A message to itself comes after all that were sent before it, and sooner than any timer: a drag is shown in the next frame.
const turn = new MessageChannel();
const turns: (() => void)[] = [];
turn.port1.onmessage = () => turns.shift()?.();
const probe = new OffscreenCanvas(1, 1).getContext('2d')!;

runPictureWorker(self as never, {
  surroundings: createWorkerSurroundings(createReadyHost),
  surfaceOf,
  small(width, height) {
    const canvas = new OffscreenCanvas(width, height);
    return { surface: surfaceOf(canvas), bitmap: () => canvas.transferToImageBitmap() };
  },
  probe: {
    inPath: (path, x, y, rule) => probe.isPointInPath(path as Path2D, x, y, rule),
    inStroke(path, x, y, width) {
      probe.lineWidth = width;
      return probe.isPointInStroke(path as Path2D, x, y);
    },
  },
  now: () => performance.now(),
  clock: () => performance.timeOrigin + performance.now(),
  soon(run) {
    turns.push(run);
    turn.port2.postMessage(null);
  },
  later: (run, ms) => void setTimeout(run, ms),
});
