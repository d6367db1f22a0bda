import { VERSION } from '../version';
import { from1to2 } from './1-to-2';
import type { Upgrade } from './upgrade';

/** In order of version, one small step each. */
export const UPGRADES: readonly Upgrade[] = [from1to2];

/** Brings an older file up to `version`, one step after another; null when a step is missing. */
export function upgradeFile(version: number, raw: Record<string, unknown>, upgrades: readonly Upgrade[] = UPGRADES): Record<string, unknown> | null {
  let file = raw;
  while (file['version'] !== version) {
    const step = upgrades.find(({ from }) => from === file['version']);
    if (!step) return null;
    file = { ...step.file(file), version: step.from + 1 };
  }
  return file;
}

type Patched = { readonly path: readonly string[]; readonly from?: unknown; readonly to?: unknown };

/** Brings the values of patches that a version made up to this program's; those of its own version are returned as they are. */
export function upgradePatches<P extends Patched>(version: number, patches: readonly P[], upgrades: readonly Upgrade[] = UPGRADES): readonly P[] {
  const steps = upgrades.filter(({ from }) => from >= version && from < VERSION);
  if (steps.length === 0) return patches;
  return patches.map((patch) => {
    const filled = (value: unknown) => steps.reduce((now, step) => step.value(patch.path, now), value);
    return { ...patch, ...('from' in patch ? { from: filled(patch.from) } : {}), ...('to' in patch ? { to: filled(patch.to) } : {}) };
  });
}

export type { Upgrade };
