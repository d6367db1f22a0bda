import type { Outline } from '../core/display';

/** The least of a Canvas 2D context that painting needs; a browser's and Node's both have it. */
export type Surface = {
  globalAlpha: number;
  globalCompositeOperation: string;
  fillStyle: unknown;
  strokeStyle: unknown;
  lineWidth: number;
  lineCap: string;
  lineJoin: string;
  miterLimit: number;
  lineDashOffset: number;
  imageSmoothingEnabled: boolean;
  imageSmoothingQuality: string;
  filter: string;
  /** What it paints on. */
  readonly canvas: unknown;
  save(): void;
  restore(): void;
  setTransform(a: number, b: number, c: number, d: number, e: number, f: number): void;
  clearRect(x: number, y: number, width: number, height: number): void;
  fillRect(x: number, y: number, width: number, height: number): void;
  beginPath(): void;
  rect(x: number, y: number, width: number, height: number): void;
  clip(): void;
  fill(path: never, rule?: 'nonzero' | 'evenodd'): void;
  stroke(path: never): void;
  setLineDash(segments: number[]): void;
  drawImage(image: never, dx: number, dy: number, dw?: number, dh?: number): void;
  drawImage(image: never, sx: number, sy: number, sw: number, sh: number, dx: number, dy: number, dw: number, dh: number): void;
  createLinearGradient(x0: number, y0: number, x1: number, y1: number): Gradient;
  createRadialGradient(x0: number, y0: number, r0: number, x1: number, y1: number, r1: number): Gradient;
};

export type Gradient = { addColorStop(offset: number, colour: string): void };

/** Something that `drawImage` takes; only the host knows what it is. */
export type Picture = { readonly width: number; readonly height: number; /** What it takes, where that is not what its size says. */ readonly bytes?: number };

/** A canvas that was lent, and its context. */
export type Sheet = { readonly picture: Picture; readonly surface: Surface };

/** What a browser or Node lends the painter. */
export type PaintHost = {
  /** A clear canvas and its context in their first state, kept apart from the ones that are in use. */
  readonly sheet: (width: number, height: number) => Sheet;
  /** Says that a sheet is no longer needed and may be lent again. */
  readonly giveBack: (picture: Picture) => void;
  /** The host's own path for an outline. */
  readonly path: (outline: Outline) => unknown;
  /** The picture of an asset, or null while it is not there. */
  readonly image: (asset: string) => Picture | null;
};
