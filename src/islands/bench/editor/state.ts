import type { Problem } from '../../../core/checks';
import type { Event, History, KeyRef, MarkerRef } from '../../../core/commands';
import type { ShownLayer } from '../../../core/evaluate';
import type { LayerOf, Project } from '../../../core/model';
import type { Gesture, PlayLog } from '../../../workers/picture/protocol';
import type { Driven } from '../formula/driving';
import type { SaveState } from './keeping';
import type { SetAside } from './outbox';
import type { Settings } from './settings';

/** An edit that is tried out, with what the last move of the gesture laid over its arguments. */
export type Pulled = Gesture & { readonly move: object };

/** Something said to the person. `go` is where it is about, `act` what may be done about it. */
export type Message = {
  readonly id: number;
  readonly text: string;
  readonly bad: boolean;
  readonly at: number;
  /** The last edit when it was said: what is offered is true while nothing was done since. */
  readonly about: string | null;
  readonly go?: { readonly composition: string; readonly layer?: string; readonly frame?: number } | undefined;
  readonly act?: { readonly words: string; readonly run: () => void } | undefined;
};

/** An edit that was just done and may still be done otherwise: all of that is one step of undo. */
export type Revisable = { readonly change: string; readonly event: Event; readonly args: object; readonly ids: readonly string[]; /** What whoever asks about it needs to know. */ readonly about?: unknown };

/** One step of the way in: an opened composition, and the nest by which it was entered. */
export type WayStep = {
  readonly composition: string;
  readonly via: { readonly layer: string; readonly frame: number } | null;
};

export type TimelineView = {
  /** The composition's frame at the left edge; fractional. */
  readonly from: number;
  readonly pixelsPerFrame: number;
};

/** How the picture is looked at. */
export type PictureView = {
  /** Screen pixels for a pixel of the composition; null fits it into its room. */
  readonly zoom: number | null;
  /** The composition's point in the middle of the room, when it is not fitted. */
  readonly centre: readonly [number, number];
  /** Shows the composition's own pixels, however close. */
  readonly pixels: boolean;
};

/** What a press on the picture does. */
export type Tool = { readonly kind: 'choose' } | { readonly kind: 'pen' } | { readonly kind: 'text' } | { readonly kind: 'shape'; readonly shape: Exclude<LayerOf<'shape'>['shape'], 'path'> };

export type Selection = {
  readonly layers: readonly string[];
  readonly keys: readonly KeyRef[];
  readonly markers: readonly MarkerRef[];
  readonly operator: string | null;
};

export const NOTHING_SELECTED: Selection = { layers: [], keys: [], markers: [], operator: null };

/** A window over the Bench. */
export type OpenDialog = { readonly kind: 'shortcuts' } | { readonly kind: 'find'; /** What was typed before the window was up. */ readonly typed?: string } | { readonly kind: 'help'; readonly page: string } | { readonly kind: 'render' } | { readonly kind: 'bake' } | { readonly kind: 'aside' };

/** A list of actions at a place of the page; `under` are layers that lie there, for choosing one beneath. */
export type OpenMenu = { readonly x: number; readonly y: number; readonly groups: readonly (readonly string[])[]; /** What is done with the thing itself that the menu was asked of, before the actions. */ readonly entries?: readonly { readonly label: string; readonly run: () => void }[]; readonly under: readonly { readonly label: string; readonly path: readonly string[] }[] };

export type Overlays = { readonly thirds: boolean; readonly safe: boolean; readonly path: boolean };

export type EditorState = {
  readonly projectId: string;
  /** With everything done in this window, acknowledged or not. */
  readonly project: Project;
  /** A gesture under way, laid over the project until it is let go: prepared once, and what its last move made of it. */
  readonly gesture: Pulled | null;
  /** The same as panel, rows and trail follow it: a few times a second, so that the picture has the machine. */
  readonly followed: Pulled | null;
  /** Counts the workers that painted so far: another one needs a canvas of its own. */
  readonly painter: number;
  readonly history: History;
  readonly saved: SaveState;
  /** Changes that were not taken and wait for a decision. */
  readonly asides: readonly SetAside[];
  /** Whether this browser keeps changes that wait for the server. */
  readonly keeps: boolean;
  readonly way: readonly WayStep[];
  readonly frame: number;
  readonly playing: boolean;
  readonly keying: boolean;
  readonly selection: Selection;
  readonly view: TimelineView;
  readonly picture: PictureView;
  /** Pixels that the picture and the tracks have; nothing before they stand. */
  readonly rooms: { readonly picture: readonly [number, number]; readonly tracks: number };
  readonly overlays: Overlays;
  readonly tool: Tool;
  readonly settings: Settings;
  /** Layers whose channels stand under them, and nests whose picture time does, by composition and layer. */
  readonly unfolded: ReadonlySet<string>;
  readonly lanes: ReadonlySet<string>;
  /** The lane that takes the whole timeline: a nest’s picture time, or a track’s curve. */
  readonly laneAlone: string | null;
  /** Rows in order of the list or of start, and those alone whose names hold a word or that are of a kind. */
  readonly order: 'list' | 'start';
  readonly search: string;
  readonly filter: 'all' | 'selected' | 'keyed' | 'nests';
  readonly dialog: OpenDialog | null;
  readonly menu: OpenMenu | null;
  /** What the last menu on the picture was asked for, through nests. */
  readonly pointed: readonly string[] | null;
  /** When something moves that was asked about: marks on the ruler of its composition. */
  readonly happens: { readonly composition: string; readonly title: string; /** Null while it is looked for. */ readonly spans: readonly (readonly [number, number])[] | null } | null;
  /** The layer whose name, or whose text on the picture, is being typed. */
  readonly renaming: string | null;
  /** What was typed of that name before its field was up. */
  readonly typedName: string;
  readonly typing: string | null;
  /** Around which several selected layers turn, where that was moved: for as long as the same ones are selected. */
  readonly groupPivot: { readonly layers: readonly string[]; readonly at: readonly [number, number] } | null;
  /** The drawn path whose corners are open for pulling. */
  readonly bending: string | null;
  /** What was said last, and all that still stands: errors until they are read. */
  readonly message: Message | null;
  readonly messages: readonly Message[];
  /** What was said in this window, the newest last: to be read again. */
  readonly said: readonly Message[];
  /** What is asked for by numbers, and the numbers so far. */
  /** The edit before which the picture shows the film, while that is asked for. */
  readonly beforeEdit: string | null;
  readonly asking: { readonly id: string; readonly values: Readonly<Record<string, number | string | null>> } | null;
  /** The track of the selected layers whose menu was asked for last. */
  readonly fieldMeant: string | null;
  /** The formula that is being written, and what it began with. */
  readonly driving: { readonly driven: Driven; readonly text: string; /** What was typed before its editor was there. */ readonly ahead?: string; /** In its lane, not in the panel. */ readonly inLane?: boolean; /** What is written is what this recipe shall follow. */ readonly recipe?: string } | null;
  /** The lane in which the pointer draws. */
  readonly drawing: string | null;
  /** A new nest, or what a composition's new length, rate or size brought along, while it may be done otherwise. */
  readonly revisable: Revisable | null;
  /** Media being read and kept, for the word in the library. */
  readonly bringing: { readonly done: number; readonly of: number } | null;
  /** Something long that is worked on away from the page: how far it is, 0 … 1, where that can be told. */
  readonly work: { readonly words: string; readonly done: number | null; readonly cancel: () => void } | null;
  /** Assets whose files are not in the data folder. */
  readonly missing: ReadonlySet<string>;
  readonly problems: readonly Problem[];
  /** Whether the Bench is put up: what is seldom looked at first waits for it. */
  readonly stands: boolean;
  /** Where the layers were in the picture that is on screen; `count` says how many were put up before it. */
  readonly shown: { /** Since when, in ms since the epoch. */ readonly at: number; readonly composition: string; readonly frame: number; readonly layers: readonly ShownLayer[]; readonly tooMuch: boolean; readonly count: number } | null;
  readonly ready: { readonly composition: string; readonly frames: Uint8Array } | null;
  readonly played: PlayLog | null;
};

/** A lane of a track is remembered for the track of a layer in its composition. */
export function curveKey(composition: string, layer: string, track: string): string {
  return `${foldKey(composition, layer)} ${track}`;
}

/** So is the lane of how fast a nest runs. */
export function rateKey(composition: string, layer: string): string {
  return `${foldKey(composition, layer)} %`;
}

/** Folding is remembered for a layer in its composition. */
export function foldKey(composition: string, layer: string): string {
  return `${composition}/${layer}`;
}
