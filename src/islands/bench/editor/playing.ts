import type { StoreApi } from 'zustand/vanilla';
import { framesPerSecond } from '../../../core/time';
import { frameDue } from '../../../workers/picture/frame-due';
import type { PictureClient } from '../../../workers/picture/client';
import { current } from './current';
import type { EditorState } from './state';

/** Playing in this window: the playhead keeps to the same clock as the picture's worker. */
export type Playing = {
  readonly play: () => void;
  readonly playAround: () => void;
  /** Stops at a frame, or where it is; or goes back to where it began when that is set. */
  readonly stop: (at?: number) => void;
};

type Clock = { readonly began: number; readonly originFrame: number; readonly originTime: number; readonly range: readonly [number, number] };

export function createPlaying(store: StoreApi<EditorState>, picture: PictureClient, look: () => void): Playing {
  const get = store.getState;
  let clock: Clock | null = null;

  function begin(range: readonly [number, number], originFrame: number): void {
    const originTime = performance.timeOrigin + performance.now() + 30;
    clock = { began: get().frame, originFrame, originTime, range };
    store.setState({ playing: true, frame: frameDue(0, originFrame, range, current(get()).duration), played: null });
    picture.play({ composition: current(get()).id, range, originFrame, originTime, asNeeded: get().settings.sharpness === null });
    requestAnimationFrame(follow);
  }

  function follow(): void {
    if (!clock || !get().playing) return;
    const { originFrame, originTime, range } = clock;
    const passed = Math.max(0, Math.floor(((performance.timeOrigin + performance.now() - originTime) / 1000) * framesPerSecond(current(get()).rate)));
    const frame = frameDue(passed, originFrame, range, current(get()).duration);
    if (frame !== get().frame) store.setState({ frame });
    requestAnimationFrame(follow);
  }

  return {
    play() {
      const { range: [from, to], duration } = current(get());
      const range = [Math.max(0, Math.floor(from)), Math.min(duration, Math.ceil(to))] as const;
      const { frame } = get();
      begin(range, frame < range[0] || frame >= range[1] - 1 ? range[0] : frame);
    },
    playAround() {
      const { rate, duration, loops } = current(get());
      const second = Math.round(framesPerSecond(rate));
      const { frame } = get();
      // What is made to run round has no end: the seam is played as any other moment.
      if (loops && duration > 2 * second) return begin([frame - second, frame + second + 1], frame - second);
      const range = [Math.max(0, frame - second), Math.min(duration, frame + second + 1)] as const;
      begin(range, range[0]);
    },
    stop(at) {
      const back = get().settings.stopReturns ? clock?.began : undefined;
      clock = null;
      picture.stop();
      const frame = at ?? back;
      store.setState({ playing: false, ...(frame === undefined ? {} : { frame }) });
      look();
    },
  };
}
