import type { Project } from '../../core/model';

export type FilmFormat = 'mp4' | 'png';

export type FilmJob = {
  readonly project: Project;
  readonly composition: string;
  /** Half-open. */
  readonly from: number;
  readonly to: number;
  readonly format: FilmFormat;
};

export type FilmRequest = { readonly kind: 'start'; readonly job: FilmJob } | { readonly kind: 'cancel' };

export type FilmAnswer =
  | { readonly kind: 'progress'; readonly done: number; readonly of: number }
  | { readonly kind: 'finished'; readonly file: Blob; readonly name: string; readonly notes: readonly string[] }
  | { readonly kind: 'cancelled' }
  | { readonly kind: 'failed'; readonly message: string };
