import { zipSync, type Zippable } from 'fflate';
import { BufferTarget, CanvasSource, Mp4OutputFormat, Output, QUALITY_HIGH } from 'mediabunny';
import { toSeconds, type Rate } from '../../core/time';
import type { FilmFormat } from './protocol';

/** Where painted frames go. */
export type Film = {
  readonly add: (canvas: OffscreenCanvas, index: number) => Promise<void>;
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
  const source = new CanvasSource(canvas, { codec: 'avc', bitrate: QUALITY_HIGH, keyFrameInterval: 1 });
  output.addVideoTrack(source, { frameRate: rate[0] / rate[1] });
  await output.start();
  return {
    add: (_, index) => source.add(toSeconds(index, rate), toSeconds(1, rate)),
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
    async add(canvas, index) {
      const png = await canvas.convertToBlob({ type: 'image/png' });
      // PNG is compressed already; a fixed time makes the same frames the same zip.
      files[`${String(index).padStart(5, '0')}.png`] = [new Uint8Array(await png.arrayBuffer()), { level: 0, mtime: new Date(1980, 0, 1) }];
    },
    finish: async () => new Blob([new Uint8Array(zipSync(files))], { type: 'application/zip' }),
    abandon: async () => undefined,
  };
}
