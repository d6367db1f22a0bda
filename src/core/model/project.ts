import type { Frames, Span } from '../time';
import type { Ordered, Timed } from './lists';
import type { ProjectFile } from './schema/project';

/** The file's types with their lists as records by id (see lists.ts), and with what reading fills in. */
type Memory<T> = T extends readonly unknown[]
  ? T
  : T extends object
    ? { readonly [K in keyof T]: Member<K, T[K]> }
    : T;
type WithId<T> = T extends unknown ? Omit<Memory<T>, 'id'> & { readonly id: string } : never;
type Member<K, V> = K extends 'keys' | 'markers'
  ? V extends readonly (infer E)[] ? Timed<WithId<E>> : Memory<V>
  : K extends 'assets' | 'compositions' | 'layers' | 'timing' | 'masks' | 'effects' | 'stops' | 'takes' | 'dials' | 'presets' | 'settled' | 'staggers' | 'contacts' | 'tries'
    ? V extends readonly (infer E)[] ? Ordered<WithId<E>> : Memory<V>
    : Memory<V>;

type FileComposition = ProjectFile['compositions'][number];
type FileLayer = FileComposition['layers'][number];
type LayerFrom<T> = T extends unknown ? Omit<WithId<T>, 'spans'> & { readonly spans: readonly Span[] } : never;

export type Asset = WithId<ProjectFile['assets'][number]>;
export type Layer = LayerFrom<FileLayer>;
export type LayerOf<K extends Layer['kind']> = Extract<Layer, { readonly kind: K }>;
export type Composition = Omit<Memory<FileComposition>, 'layers' | 'range'> & {
  readonly layers: Ordered<Layer>;
  readonly range: Span;
};
export type Project = {
  readonly format: ProjectFile['format'];
  readonly version: ProjectFile['version'];
  readonly name: string;
  readonly main: string;
  readonly assets: Ordered<Asset>;
  readonly compositions: Ordered<Composition>;
  readonly presets: Ordered<WithId<ProjectFile['presets'][number]>>;
  readonly newKeys: ProjectFile['newKeys'];
  readonly still: ProjectFile['still'];
};

export type Marker = { readonly id: string; readonly at: Frames; readonly name: string; readonly length: Frames; readonly note: string; readonly colour: number | null; readonly fires: boolean };
export type OperatorEntry = LayerOf<'null'>['timing']['by'][string];

/** A channel as any code may read it without knowing its type. */
export type Channel = {
  readonly value: unknown;
  readonly keys: Timed<{ readonly id: string; readonly at: Frames; readonly value: unknown; readonly right?: unknown; readonly left?: unknown; readonly ease?: unknown; readonly kept?: unknown; readonly joined?: unknown; readonly arrives?: unknown; readonly curve?: unknown; readonly pace?: unknown; readonly pathLeft?: unknown; readonly pathRight?: unknown }>;
  readonly before: 'hold' | 'repeat' | 'climb' | 'swing' | 'glide';
  readonly after: Channel['before'];
  readonly repeats: number | null;
  readonly formula: string | null;
  readonly formulaOff: boolean;
  readonly limits: readonly [number, number] | null;
  readonly closed: boolean;
};
