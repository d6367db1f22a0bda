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

export function bakeReport({ layers, keysBefore, keysAfter, left }: Baked, proof: Proof, pictures: PicturesCompared | null): BakeReport {
  const told = ({ path, address, frame, error }: Proof['worst'][number]) => ({ track: [...path, address].join('/'), frame, error });
  return { layers: layers.map(({ id }) => id), keysBefore, keysAfter, worst: proof.worst.map(told), left, pictures, between: proof.between && told(proof.between) };
}
