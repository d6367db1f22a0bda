/** Pictures larger than this on either side are sized down when they come in. */
export const LARGEST = 4096;

/** A picture file made ready to be kept. */
export type ReadyPicture = {
  readonly bytes: Blob;
  readonly width: number;
  readonly height: number;
  /** Pixels before it was sized down, or null when it was not. */
  readonly original: readonly [number, number] | null;
  /** Whether any of it can be seen through. */
  readonly clear: boolean;
};

export type MediaCalls = { ready: { readonly in: Blob; readonly out: ReadyPicture } };
