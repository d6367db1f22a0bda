import { withoutUnseen } from '../unseen';
import type { Upgrade } from './upgrade';

type Fields = Readonly<Record<string, unknown>>;

const EMPTY = { order: [], by: {} } as const;

/**
 * Version 2 added fields and changed the meaning of none: reading fills them in where a file is silent. A change is not
 * read but replayed, so what it carries is filled in here, and cleaned of what nobody can see.
 */
export const from1to2: Upgrade = {
  from: 1,
  file: (raw) => raw,
  value(path, value) {
    const fill = FILLS.find(({ at }) => fits(at, path))?.fill;
    const seen = withoutUnseen(value, path[path.length - 1]);
    return fill && isFields(seen) ? fill(seen) : seen;
  },
};

const channel = (value: Fields): Fields => ({ closed: false, ...value });
const channels = (value: unknown): unknown => each(value, channel);
const withChannels = (value: Fields): Fields => ({ ...value, ...('channels' in value ? { channels: channels(value['channels']) } : {}) });
const named = (value: Fields): Fields => withChannels({ name: '', ...value });
const inked = (value: Fields): Fields => withChannels({ ...value, ...('stops' in value ? { stops: listed(value['stops'], withChannels) } : {}) });

function operator(value: Fields): Fields {
  const own = value['op'] === 'loop' ? { until: null, then: 'stay' } : value['op'] === 'step' ? { cuts: [] } : {};
  return { tracks: null, ...own, ...value };
}

function layer(value: Fields): Fields {
  const own = value['kind'] === 'text' ? { letters: null } : value['kind'] === 'nest' ? { travel: null } : {};
  const parts = {
    timing: (part: unknown) => listed(part, operator),
    masks: (part: unknown) => listed(part, named),
    effects: (part: unknown) => listed(part, named),
    fill: (part: unknown) => (isFields(part) ? inked(part) : part),
    stroke: (part: unknown) => (isFields(part) ? inked(part) : part),
    // Dials of a layer are parts; those of a nest are channels.
    dials: (part: unknown) => (value['kind'] === 'nest' ? channels(part) : listed(part, withChannels)),
  };
  const filled = Object.entries(parts).filter(([field]) => field in value).map(([field, fill]) => [field, fill(value[field])]);
  return { pose: null, mirrorAt: null, turnBy: 0, joint: null, ...own, ...withChannels(value), ...Object.fromEntries(filled) };
}

function composition(value: Fields): Fields {
  return { settled: EMPTY, staggers: EMPTY, contacts: EMPTY, tries: EMPTY, ...value, ...('layers' in value ? { layers: listed(value['layers'], layer) } : {}) };
}

/** What stands where: the end of a path, `*` for any id. The longest come first. */
const FILLS: readonly { readonly at: readonly string[]; readonly fill: (value: Fields) => Fields }[] = [
  { at: ['channels', '*'], fill: channel },
  { at: ['fill', 'stops', 'by', '*'], fill: withChannels },
  { at: ['timing', 'by', '*'], fill: operator },
  { at: ['masks', 'by', '*'], fill: named },
  { at: ['effects', 'by', '*'], fill: named },
  { at: ['dials', 'by', '*'], fill: withChannels },
  { at: ['dials', '*'], fill: channel },
  { at: ['layers', 'by', '*', 'fill'], fill: inked },
  { at: ['layers', 'by', '*', 'stroke'], fill: inked },
  { at: ['layers', 'by', '*'], fill: layer },
  { at: ['compositions', 'by', '*'], fill: composition },
];

function fits(at: readonly string[], path: readonly string[]): boolean {
  const end = path.slice(-at.length);
  return end.length === at.length && at.every((step, i) => (step === '*' ? end[i] !== 'by' && end[i] !== 'order' : step === end[i]));
}

function isFields(value: unknown): value is Fields {
  return value !== null && typeof value === 'object' && !Array.isArray(value);
}

function each(value: unknown, fill: (one: Fields) => Fields): unknown {
  return isFields(value) ? Object.fromEntries(Object.entries(value).map(([key, one]) => [key, isFields(one) ? fill(one) : one])) : value;
}

function listed(value: unknown, fill: (one: Fields) => Fields): unknown {
  return isFields(value) && 'by' in value ? { ...value, by: each(value['by'], fill) } : value;
}
