/** One step from a version to the next: the file form in, the file form out, nothing checked yet. */
export type Upgrade = { readonly from: number; readonly upgrade: (raw: Record<string, unknown>) => Record<string, unknown> };

/** In order of version. Version 1 is the first, so nothing older exists yet. */
export const UPGRADES: readonly Upgrade[] = [];

/** Brings an older file up to `version`, one small step after another; null when a step is missing. */
export function upgradeTo(version: number, raw: Record<string, unknown>, upgrades: readonly Upgrade[] = UPGRADES): Record<string, unknown> | null {
  let file = raw;
  while (file['version'] !== version) {
    const step = upgrades.find(({ from }) => from === file['version']);
    if (!step) return null;
    file = { ...step.upgrade(file), version: step.from + 1 };
  }
  return file;
}
