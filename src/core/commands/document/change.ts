import { upgradePatches, VERSION } from '../../model';
import type { Patch } from './patch';

/** What a command wants to change: nothing is applied yet, and the project it saw is untouched. */
export type Draft = {
  /** `keys.move`, matched by prefix. */
  readonly event: `${string}.${string}`;
  /** What Undo shows: "Move 3 keys". */
  readonly label: string;
  readonly patches: readonly Patch[];
};

/** An edit that happened: a draft with the id that the client made for it, and the version of the document that it was made in. Applied once, wherever it is sent. */
export type Change = Draft & { readonly id: string; readonly version: number };

/** Labels travel and are kept; what names a layer of 350 letters is cut. */
export const LABEL_LENGTH = 300;

/** A draft as a change of this version. A draft may know more than is sent, such as what to select afterwards. */
export function changeFrom({ event, label, patches }: Draft, id: string): Change {
  return { id, version: VERSION, event, label: cutLabel(label), patches };
}

function cutLabel(label: string): string {
  const seen = label.replace(/\p{Cc}/gu, ' ');
  return seen.length <= LABEL_LENGTH ? seen : `${seen.slice(0, LABEL_LENGTH - 2)} …`;
}

/**
 * A change that an older version made, as this one would have made it: what its values lack is filled in. Changes without
 * a version were made by the first. Null for one that a newer version made: nothing here can know what it means.
 */
export function upgradeChange(change: Omit<Change, 'version'> & { readonly version?: number | undefined }): Change | null {
  const version = change.version ?? 1;
  if (version > VERSION) return null;
  return { ...change, version: VERSION, label: cutLabel(change.label), patches: upgradePatches(version, change.patches) };
}

/** "1 key", "3 keys": every command says for how many. */
export function count(n: number, one: string, many = `${one}s`): string {
  return `${n} ${n === 1 ? one : many}`;
}
