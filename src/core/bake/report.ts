import type { Frames } from '../time';
import type { Baked, LeftOut } from './baking';
import type { Proof } from './proof';

/** The pictures of before and after, compared frame by frame: how many, and where they differ most, in levels of 255. */
export type PicturesCompared = { readonly compared: number; readonly worst: { readonly frame: Frames; readonly difference: number } };

/** What a bake tells of itself, on the screen and on the command line. */
export type BakeReport = {
  /** Ids of the layers that were baked. */
  readonly layers: readonly string[];
  readonly keysBefore: number;
  readonly keysAfter: number;
  /** Each baked track with its greatest error, the worst first: layer ids on the way to it, then its address. */
  readonly worst: readonly { readonly track: string; readonly frame: Frames; readonly error: number }[];
  readonly left: readonly LeftOut[];
  readonly pictures: PicturesCompared | null;
  /** The greatest error half-way between two frames, where nothing is promised; null where there is none. */
  readonly between: { readonly track: string; readonly frame: Frames; readonly error: number } | null;
};

/** Pictures farther apart than this are not the same: what lies under it comes of painting at fractions of a pixel. */
const SAME_PICTURE = 2;

/** A source shown this much earlier or later is told, in its frames: curves of time are fitted nearer than that. */
const SAME_TIME = 0.01;

export function bakeReport({ layers, keysBefore, keysAfter, left: known }: Baked, proof: Proof, pictures: PicturesCompared | null): BakeReport {
  const left = [...known, ...proof.worst.flatMap(toldMiss), ...differing(pictures)];
  const told = ({ path, address, frame, error }: Proof['worst'][number]) => ({ track: [...path, address].join('/'), frame, error });
  return { layers: layers.map(({ id }) => id), keysBefore, keysAfter, worst: proof.worst.map(told), left, pictures, between: proof.between && told(proof.between) };
}

/** A layer that shows something else than before, in words. */
function toldMiss({ address, label, frame, error }: Proof['worst'][number]): readonly LeftOut[] {
  if (address === 'shown') return [{ where: label, why: `At frame ${frame} it shows where it did not, or the other way round.` }];
  return address === 'sourcetime' && error > SAME_TIME ? [{ where: label, why: `At frame ${frame} it shows its source ${Math.round(error * 100) / 100} frames away from where it was.` }] : [];
}

function differing(pictures: PicturesCompared | null): readonly LeftOut[] {
  if (!pictures || pictures.worst.difference <= SAME_PICTURE) return [];
  const { frame, difference } = pictures.worst;
  return [{ where: 'Pictures', why: `They are not the same: at frame ${frame} they differ by ${difference} of 255. Look at that frame before you go on.` }];
}
