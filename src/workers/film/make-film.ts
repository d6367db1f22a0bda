import { zipSync, type Zippable } from 'fflate';
import { BufferTarget, Mp4OutputFormat, Output, QUALITY_HIGH, VideoSample, VideoSampleSource } from 'mediabunny';
import { toSeconds, type Rate } from '../../core/time';
import { BT709_LIMITED, toI420 } from './i420';
import type { FilmFormat } from './protocol';

/** Where painted frames go. */
export type Film = {
  /** `index` counts from the first frame of the film, `frame` is its own number in the composition. */
  readonly add: (canvas: OffscreenCanvas, index: number, frame: number) => Promise<void>;
  readonly finish: () => Promise<Blob>;
  readonly abandon: () => Promise<void>;
};

/** H.264 wants even sides; an odd one is cut by a pixel. */
export function filmSize(format: FilmFormat, width: number, height: number): readonly [number, number] {
  return format === 'mp4' ? [Math.max(2, width - (width % 2)), Math.max(2, height - (height % 2))] : [width, height];
}

export async function startFilm(format: FilmFormat, canvas: OffscreenCanvas, rate: Rate): Promise<Film> {
  return format === 'mp4' ? startMp4(canvas, rate) : startPictures();
}

async function startMp4(canvas: OffscreenCanvas, rate: Rate): Promise<Film> {
  const target = new BufferTarget();
  const output = new Output({ format: new Mp4OutputFormat({ fastStart: 'in-memory' }), target });
  // Handed over as planes that we made: what a browser makes of a canvas is its own affair, and seldom says what it is.
  const source = new VideoSampleSource({ codec: 'avc', bitrate: QUALITY_HIGH, keyFrameInterval: 1 });
  const { width, height } = canvas;
  output.addVideoTrack(source, { frameRate: rate[0] / rate[1] });
  await output.start();
  return {
    async add(_, index) {
      const { data } = canvas.getContext('2d')!.getImageData(0, 0, width, height);
      const sample = new VideoSample(toI420(data, width, height), { format: 'I420', codedWidth: width, codedHeight: height, timestamp: toSeconds(index, rate), duration: toSeconds(1, rate), colorSpace: BT709_LIMITED });
      await source.add(sample);
      sample.close();
    },
    async finish() {
      source.close();
      await output.finalize();
      return new Blob([target.buffer!], { type: 'video/mp4' });
    },
    abandon: () => output.cancel(),
  };
}

function startPictures(): Film {
  const files: Zippable = {};
  return {
    async add(canvas, _, frame) {
      const png = await canvas.convertToBlob({ type: 'image/png' });
      // PNG is compressed already; a fixed time makes the same frames the same zip.
      files[`${String(frame).padStart(5, '0')}.png`] = [new Uint8Array(await png.arrayBuffer()), { level: 0, mtime: new Date(1980, 0, 1) }];
    },
    finish: async () => new Blob([new Uint8Array(zipSync(files))], { type: 'application/zip' }),
    abandon: async () => undefined,
  };
}
