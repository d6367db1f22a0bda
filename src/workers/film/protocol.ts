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

export type FilmProgress = { readonly done: number; readonly of: number };

export type MadeFilm = { readonly file: Blob; readonly name: string; readonly notes: readonly string[] };

export type FilmCalls = { make: { readonly in: FilmJob; readonly out: MadeFilm } };

/** What whoever wants a film hears of it. */
export type FilmAnswer =
  | ({ readonly kind: 'progress' } & FilmProgress)
  | ({ readonly kind: 'finished' } & MadeFilm)
  | { readonly kind: 'cancelled' }
  | { readonly kind: 'failed'; readonly message: string };
