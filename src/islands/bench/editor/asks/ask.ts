import type { Event, KeyRef, Made, TrackRef } from '../../../../core/commands';
import { keyedTracks } from '../../../../core/scene';
import { keysOf } from '../../../../core/commands';
import type { ActionGroup } from '../actions/action';
import { chosenLayers } from '../actions/action';
import type { Editor } from '../editor';
import type { EditorState } from '../state';

/** What all fields of an edit have: a word before it where it needs one, and the choice without which it says nothing. */
type OfAnyField = { readonly name: string; readonly label: string; readonly before?: string; readonly when?: readonly [field: string, ...values: string[]] };

/** A number, a choice or a formula that an edit needs to be told, or a line that is pulled up and down. A number with a `blank` may be left out, which that says. */
export type AskField =
  | (OfAnyField & { readonly kind: 'number'; readonly unit: 'f' | '%' | ''; readonly least?: number; readonly most?: number; readonly blank?: string; /** What words typed there say of several fields at once; null of a plain number. */ readonly reads?: (text: string, state: EditorState) => AskValues | null })
  | (OfAnyField & {
    readonly kind: 'line';
    /** The line as it runs from 0 to 1, and what it is now in words. */
    readonly at: (values: AskValues) => (u: number) => number;
    readonly says: (values: AskValues) => string;
    /** The values that a pull leaves: so much, more is up; 1 is a good bend. */
    readonly pulled: (values: AskValues, by: number) => AskValues;
  })
  | (OfAnyField & { readonly kind: 'formula'; /** What is wrong with one, in a sentence. */ readonly fault: (state: EditorState, text: string) => string | null; /** Said where nothing is written. */ readonly empty?: string; /** Takes the room of a whole line. */ readonly wide?: true })
  | (OfAnyField & { readonly kind: 'choice'; readonly options: readonly (readonly [value: string, words: string])[]; /** Each is a press of its own, and none is hidden in a list; those that cannot be meant now are left out. */ readonly chips?: (state: EditorState, values: AskValues) => readonly string[] });

export type AskValues = Readonly<Record<string, number | string | null>>;

/**
 * An edit that is asked for by numbers, in a strip over the tracks: shown while they are typed, done with Enter, let go of with Esc. Each is an action
 * too, by the same id.
 */
export type Ask = {
  readonly id: string;
  readonly title: string;
  readonly group: ActionGroup;
  readonly also?: string;
  readonly keys?: readonly string[];
  readonly whyNot: (state: EditorState) => string | null;
  /** What the strip begins with: what it is done to. */
  readonly words: (state: EditorState) => string;
  readonly fields: readonly AskField[];
  /** What stands in the fields at first. */
  readonly born: (state: EditorState) => AskValues;
  /** The edit that the numbers come to; null where they come to none. */
  readonly step: (state: EditorState, values: AskValues) => { readonly event: Event; readonly args: object } | null;
  /** For what is no edit of the document: what is done with the numbers. */
  readonly choose?: (editor: Editor, values: AskValues) => void;
  /** What is done beside it, once it is done. */
  readonly then?: (editor: Editor, made: Made, values: AskValues, before: EditorState) => void;
  /** The words of its button. */
  readonly does: string;
};

export function defineAsk(ask: Ask): Ask {
  return ask;
}

/** The keys that are meant: those selected, else all of the selected layers. */
export function meantKeys(state: EditorState): readonly KeyRef[] {
  if (state.selection.keys.length > 0) return state.selection.keys;
  return chosenLayers(state).flatMap((layer) => keyedTracks(state.project, layer).flatMap((track) => keysOf(track.channel).map((key) => ({ layer: layer.id, track: track.address, key: key.id }))));
}

/** The tracks that are meant: those of the selected keys, else all keyed ones of the selected layers. */
export function meantTracks(state: EditorState): readonly TrackRef[] {
  const named = new Map(meantKeys(state).map(({ layer, track }) => [`${layer}\n${track}`, { layer, track }]));
  return [...named.values()];
}

export const needsMotion = (state: EditorState): string | null => (meantKeys(state).length > 0 ? null : 'Select keys, or a layer that has some.');

export const num = (values: AskValues, name: string): number => values[name] as number;
