/** What a person likes, kept by this browser: it belongs to no document. */
export type Settings = {
  readonly snap: boolean;
  readonly ripple: boolean;
  readonly together: boolean;
  /** Whether the playhead goes, after a change of timing, where the same moment of the source is shown. */
  readonly stayWithPicture: boolean;
  /** Whether beats are met where they fall, between frames too, and not on the nearest frame. */
  readonly betweenFrames: boolean;
  /** Whether a bar ends where what it ended with is shown, once its timing is changed. */
  readonly barFollows: boolean;
  readonly marqueeTakes: 'pegs' | 'bars' | 'both';
  /** With keying, a track's first key keeps what was before it. */
  readonly keepWas: boolean;
  /** Frames that the playhead goes on after each pose that is keyed; 0: it stays. */
  readonly stepOn: number;
  /** Poses before and after the playhead that ghosts show: how many on each side, by keys or every so many frames. */
  readonly ghosts: { readonly on: boolean; readonly count: number; readonly by: 'keys' | 'frames'; readonly each: number };
  /** Whether the curves of other open lanes are drawn over a lane, each by its own scale or by the lane’s. */
  readonly curvesOver: 'no' | 'own' | 'common';
  /** Whether stopping goes back to where playing began. */
  readonly stopReturns: boolean;
  /** How sharp pictures are painted while it plays, as percent of what the screen shows; null: as sharp as the machine keeps up with. */
  readonly sharpness: number | null;
  /** Megabytes that painted pictures may take. */
  readonly memory: number;
  /** Groups of the panel that are folded, by their heads. */
  readonly folded: readonly string[];
  /** Followers stand drawn in under their leaders in the list. */
  readonly nestled: boolean;
  readonly unit: 'seconds' | 'frames';
  /** Shortcuts that were changed, by action; an empty list takes them away. */
  readonly shortcuts: Readonly<Record<string, readonly string[]>>;
  /** Whether single letters work as shortcuts. */
  readonly letters: boolean;
};

export const PLAIN_SETTINGS: Settings = { snap: true, ripple: false, together: false, barFollows: true, stayWithPicture: false, betweenFrames: false, marqueeTakes: 'pegs', keepWas: true, stepOn: 0, curvesOver: 'no', ghosts: { on: false, count: 2, by: 'keys', each: 5 }, stopReturns: false, sharpness: 100, memory: 256, folded: [], nestled: false, unit: 'seconds', shortcuts: {}, letters: true };

const NAME = 'oak-settings';
const CHOICES: Readonly<Partial<Record<keyof Settings, readonly unknown[]>>> = { marqueeTakes: ['pegs', 'bars', 'both'], unit: ['seconds', 'frames'], curvesOver: ['no', 'own', 'common'] };

const isRecord = (value: unknown): value is Record<string, unknown> => value !== null && typeof value === 'object' && !Array.isArray(value);

const isWhole = (value: unknown, least: number, most: number): boolean => Number.isInteger(value) && (value as number) >= least && (value as number) <= most;

/** Whether a kept value can stand for a setting: another version of the program, or a hand, may have written it. */
function fits(name: string, value: unknown): boolean {
  if (!Object.hasOwn(PLAIN_SETTINGS, name)) return false;
  const setting = name as keyof Settings;
  if (setting === 'shortcuts') return isRecord(value) && Object.values(value).every((presses) => Array.isArray(presses) && presses.every((press) => typeof press === 'string'));
  if (setting === 'folded') return Array.isArray(value) && value.every((one) => typeof one === 'string');
  if (setting === 'sharpness') return value === null || (typeof value === 'number' && value >= 10 && value <= 100);
  if (setting === 'ghosts') return isRecord(value) && typeof value['on'] === 'boolean' && isWhole(value['count'], 1, 12) && isWhole(value['each'], 1, 1000) && (value['by'] === 'keys' || value['by'] === 'frames');
  if (setting === 'stepOn') return typeof value === 'number' && value >= 0 && value <= 1000;
  if (setting === 'memory') return typeof value === 'number' && value >= 32 && value <= 1024;
  return CHOICES[setting]?.includes(value) ?? typeof value === typeof PLAIN_SETTINGS[setting];
}

/** Settings as they were left; what is missing or damaged is as it comes. */
export function readSettings(): Settings {
  try {
    const kept = JSON.parse(localStorage.getItem(NAME) ?? '{}') as Record<string, unknown>;
    return { ...PLAIN_SETTINGS, ...Object.fromEntries(Object.entries(kept).filter(([name, value]) => fits(name, value))) };
  } catch {
    return PLAIN_SETTINGS;
  }
}

export function writeSettings(settings: Settings): void {
  try {
    localStorage.setItem(NAME, JSON.stringify(settings));
  } catch {
    // A browser that keeps nothing still works; it only forgets.
  }
}
