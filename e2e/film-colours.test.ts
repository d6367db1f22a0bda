import { readFileSync } from 'node:fs';
import type { Page } from 'playwright-core';
import { expect, test } from 'vitest';
import { journeys } from './journeys';
import { openFilm } from './open-film';

let page: Page;
const server = journeys('film-colours', 4437, (opened) => { page = opened; });

/** A chart: greys from black to white, the corners of the cube, and what skins, skies and leaves are like. */
const CHART = ['#000000', '#202020', '#404040', '#808080', '#c0c0c0', '#ffffff', '#ff0000', '#00ff00', '#0000ff', '#ffff00', '#00ffff', '#ff00ff', '#c68642', '#e0ac69', '#8d5524', '#a4c76a', '#14332a', '#d9a441', '#87b6d9', '#101820', '#b5483a', '#5c4b8a', '#2f6f4f', '#f2e8d5'];
const [ACROSS, SIDE] = [6, 80];
const rgb = (hex: string) => [1, 3, 5].map((at) => parseInt(hex.slice(at, at + 2), 16));

/** The red, green and blue that luma and differences of BT.709 in limited range stand for (Rec. ITU-R BT.709-6, 3 and 4). */
function shown([y, u, v]: readonly [number, number, number]): readonly number[] {
  const luma = (y - 16) / 219;
  const [red, blue] = [luma + (1.5748 * (v - 128)) / 224, luma + (1.8556 * (u - 128)) / 224];
  return [red, (luma - 0.2126 * red - 0.0722 * blue) / 0.7152, blue].map((level) => Math.round(Math.min(1, Math.max(0, level)) * 255));
}

test('a chart of 24 colours is a film that another decoder reads back within three levels', async () => {
  const patch = (hex: string, i: number) => ({
    id: `p${i}`, name: hex, kind: 'shape', fill: { channels: { colour: { value: [...rgb(hex).map((level) => level / 255), 1] } } },
    channels: { x: { value: (i % ACROSS) * SIDE + SIDE / 2 }, y: { value: Math.floor(i / ACROSS) * SIDE + SIDE / 2 }, width: { value: SIDE }, height: { value: SIDE } },
  });
  await openFilm(page, server.address, [{ id: 'main', name: 'Chart', width: ACROSS * SIDE, height: (CHART.length / ACROSS) * SIDE, duration: 12, layers: CHART.map(patch) }]);
  await page.getByRole('button', { name: 'Render', exact: true }).click();
  const film = page.waitForEvent('download');
  await page.getByRole('dialog').getByRole('button', { name: 'Make the file' }).click();
  const bytes = readFileSync((await (await film).path())!).toString('base64');
  // The browser's own player decodes it. Its planes are read, as a canvas shows them in numbers too coarse for this: what they mean is worked out here.
  const seen = await page.evaluate(async ({ bytes, across, side, many }) => {
    const video = document.createElement('video');
    video.muted = true;
    video.src = URL.createObjectURL(new Blob([Uint8Array.from(atob(bytes), (one) => one.charCodeAt(0))], { type: 'video/mp4' }));
    await new Promise((resolve, reject) => { video.onloadeddata = resolve; video.onerror = () => reject(new Error(video.error?.message)); });
    await new Promise((resolve) => { video.onseeked = resolve; video.currentTime = 0.2; });
    const frame = new VideoFrame(video);
    const planes = new Uint8Array(frame.allocationSize());
    const [luma, blue, red] = await frame.copyTo(planes);
    const { format, colorSpace } = frame;
    const at = (plane: PlaneLayout, x: number, y: number) => planes[plane.offset + y * plane.stride + x]!;
    const centre = (i: number) => [(i % across) * side + side / 2, Math.floor(i / across) * side + side / 2] as const;
    const levels = Array.from({ length: many }, (_, i) => { const [x, y] = centre(i); return [at(luma!, x, y), at(blue!, x / 2, y / 2), at(red!, x / 2, y / 2)] as const; });
    frame.close();
    return { format, ...colorSpace.toJSON(), levels };
  }, { bytes, across: ACROSS, side: SIDE, many: CHART.length });
  expect(seen).toMatchObject({ format: 'I420', matrix: 'bt709', primaries: 'bt709', transfer: 'bt709', fullRange: false });
  const apart = CHART.map((hex, i) => { const levels = shown(seen.levels[i]!); return { hex, seen: levels.join(), apart: Math.max(...rgb(hex).map((level, k) => Math.abs(level - levels[k]!))) }; });
  expect(apart.filter((one) => one.apart > 3)).toEqual([]);
});
