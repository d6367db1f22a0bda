/** Every problem that there is a word for, and how grave it is (timing.md, section 6); checks for some are still to come. */
export const LEVELS = {
  'nest-cycle': 'error',
  'missing-source': 'error',
  'missing-asset': 'error',
  'parent-cycle': 'error',
  'missing-parent': 'error',
  'formula-error': 'error',
  'formula-cycle': 'error',
  'elastic-too-short': 'error',
  'cue-too-few-markers': 'error',
  'dial-missing': 'error',
  'clip-cycle': 'error',
  'seam-gap': 'warning',
  'blank-frames': 'warning',
  'cue-overlap': 'warning',
  'cue-jump': 'warning',
  'cue-cut-off': 'warning',
  'rate-out-of-bounds': 'warning',
  'missing-glyph': 'warning',
  'moment-missing': 'warning',
  skid: 'warning',
  'outside-limits': 'warning',
  'settled-changed': 'warning',
  'seam-speed': 'note',
  'still-tail': 'note',
  'loop-short': 'note',
  'cue-extra-markers': 'note',
  'keys-outside-span': 'note',
  'in-between-frames': 'note',
} as const satisfies Readonly<Record<string, 'error' | 'warning' | 'note'>>;

export type Code = keyof typeof LEVELS;
export type Level = (typeof LEVELS)[Code];
