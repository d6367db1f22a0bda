/** A time that follows a marker of the source: where it stands (its end when `end`), so many frames on; `was` counts when the marker is gone. */
export type Moment = { readonly marker: string; readonly end: boolean; readonly plus: number; readonly was: number };

type Common = {
  readonly label: string;
  /** Shown only while another field has this value: otherwise it has no effect. */
  readonly onlyWith?: readonly [field: string, value: string];
  /** What it says on the panel where nothing is set. */
  readonly none?: string;
};

/** A number, or a formula of dials as text. A field without a `start` must be given; one that starts at null may be left open. */
export type NumberField = Common & { readonly holds: 'number'; readonly unit: 'frames' | 'factor' | 'plays'; readonly start?: number | null };
/** A time of the source: a number, a formula of dials, or a moment. */
export type TimeField = Common & { readonly holds: 'time'; readonly unit: 'frames'; readonly start?: number | null };
/** One of a few, each with the words that people read. */
export type ChoiceField = Common & { readonly holds: 'choice'; readonly unit: 'choice'; readonly choices: readonly string[]; readonly words: Readonly<Record<string, string>>; readonly start: string };
/** Pairs of an incoming time and a number over 0 that counts from there on. */
export type CutsField = Common & { readonly holds: 'cuts'; readonly unit: 'cuts'; readonly start: readonly [] };
/** Keys of its own over incoming time, whose values are times of the source: a track. */
export type KeysField = Common & { readonly holds: 'keys'; readonly unit: 'keys'; readonly start: readonly [] };

/** Numbers one after another. */
export type ListField = Common & { readonly holds: 'list'; readonly unit: 'frames' | 'factor'; readonly start?: undefined };
/** How long a change of rate takes around each cut: one number for all, or what goes before and after for each. */
export type BlendField = Common & { readonly holds: 'blend'; readonly unit: 'frames'; readonly start: 0 };
/** Moves from one pose of the source to another, with what shows until the next. */
export type MovesField = Common & { readonly holds: 'moves'; readonly unit: 'frames'; readonly start?: undefined };
/** Pairs of an incoming time and a time of the source. */
export type PinsField = Common & { readonly holds: 'pins'; readonly unit: 'frames'; readonly start?: undefined };

/** A formula that gives a time: text, however wrong it is. */
export type FormulaField = Common & { readonly holds: 'formula'; readonly unit: 'formula'; readonly start?: undefined };

/** What an operator can be set to, one entry of its definition: schema, panel and what it is born with are read from it. */
export type OperatorField = NumberField | TimeField | ChoiceField | CutsField | KeysField | ListField | BlendField | MovesField | PinsField | FormulaField;
export type OperatorFields = Readonly<Record<string, OperatorField>>;

/** A key of an operator's own, in memory. */
export type OwnKey = {
  readonly id: string; readonly at: number; readonly to: number | Moment; readonly arrives?: number | null | undefined; readonly curve?: unknown;
  readonly right?: unknown; readonly left?: unknown; readonly joined?: boolean | undefined;
};

/** What shows between the end of a move and the next. */
export type Rest = { readonly kind: 'still' | 'loop' | 'swing'; readonly from: number | Moment | null; readonly to: number | Moment | null; /** The next move waits until the play is over. */ readonly finish: boolean };
/** A move from one pose to another. */
export type Move = readonly [from: number | Moment, to: number | Moment] | { readonly from: number | Moment; readonly to: number | Moment; readonly rest: Rest | null };

type Open<F> = F extends { readonly start: null } ? null : never;

/** The value that a field has on an operator in memory. */
export type FieldValue<F> =
  F extends { readonly holds: 'number' } ? number | string | Open<F>
  : F extends { readonly holds: 'time' } ? number | string | Moment | Open<F>
  : F extends { readonly holds: 'choice'; readonly choices: readonly (infer C)[] } ? C
  : F extends { readonly holds: 'formula' } ? string
  : F extends { readonly holds: 'cuts' } ? readonly (readonly [number, number])[]
  : F extends { readonly holds: 'list' } ? readonly number[]
  : F extends { readonly holds: 'blend' } ? number | readonly (readonly [number, number])[]
  : F extends { readonly holds: 'moves' } ? readonly Move[]
  : F extends { readonly holds: 'pins' } ? readonly (readonly [number, number | Moment])[]
  : F extends { readonly holds: 'keys' } ? Readonly<Record<string, OwnKey>>
  : never;

export type ParamsOf<Fields> = { readonly [K in keyof Fields]: FieldValue<Fields[K]> };

export const number = <const F extends Omit<NumberField, 'holds'>>(field: F) => ({ holds: 'number', ...field }) as const;
export const time = <const F extends Omit<TimeField, 'holds' | 'unit'>>(field: F) => ({ holds: 'time', unit: 'frames', ...field }) as const;
export const choice = <const F extends Omit<ChoiceField, 'holds' | 'unit' | 'words'> & { readonly words: Readonly<Record<F['choices'][number], string>> }>(field: F) => ({ holds: 'choice', unit: 'choice', ...field }) as const;
export const cuts = <const F extends Omit<CutsField, 'holds' | 'unit' | 'start'>>(field: F) => ({ holds: 'cuts', unit: 'cuts', start: [], ...field }) as const;
export const keys = <const F extends Omit<KeysField, 'holds' | 'unit' | 'start'>>(field: F) => ({ holds: 'keys', unit: 'keys', start: [], ...field }) as const;
export const list = <const F extends Omit<ListField, 'holds'>>(field: F) => ({ holds: 'list', ...field }) as const;
export const blend = <const F extends Omit<BlendField, 'holds' | 'unit' | 'start'>>(field: F) => ({ holds: 'blend', unit: 'frames', start: 0, ...field }) as const;
export const moves = <const F extends Omit<MovesField, 'holds' | 'unit'>>(field: F) => ({ holds: 'moves', unit: 'frames', ...field }) as const;
export const pins = <const F extends Omit<PinsField, 'holds' | 'unit'>>(field: F) => ({ holds: 'pins', unit: 'frames', ...field }) as const;

export const formula = <const F extends Omit<FormulaField, 'holds' | 'unit'>>(field: F) => ({ holds: 'formula', unit: 'formula', ...field }) as const;

/** Longest formula that is kept at all, however long one may be to play. */
export const LONGEST_KEPT = 1_000_000;

/** Longest formula of dials in a number of an operator. */
export const LONGEST_FORMULA = 2000;

/** Whether a value is one that a field may hold, in memory. Handles and curves of keys are for the schema to judge. */
export function fits(field: OperatorField, value: unknown): boolean {
  switch (field.holds) {
    case 'number': return isNumberOrFormula(value) || (value === null && field.start === null);
    case 'time': return isNumberOrFormula(value) || isMoment(value) || (value === null && field.start === null);
    case 'formula': return typeof value === 'string' && value.length <= LONGEST_KEPT;
    case 'choice': return typeof value === 'string' && field.choices.includes(value);
    case 'cuts': return Array.isArray(value) && value.every((cut) => Array.isArray(cut) && cut.length === 2 && cut.every(isNumber) && (cut[1] as number) > 0);
    case 'list': return Array.isArray(value) && value.every(isNumber);
    case 'blend': return (isNumber(value) && (value as number) >= 0) || (Array.isArray(value) && value.every((pair) => Array.isArray(pair) && pair.length === 2 && pair.every((part) => isNumber(part) && (part as number) >= 0)));
    case 'moves': return Array.isArray(value) && value.every(isMove);
    case 'pins': return Array.isArray(value) && value.every((pin) => Array.isArray(pin) && pin.length === 2 && isNumber(pin[0]) && isTime(pin[1]));
    case 'keys': return value !== null && typeof value === 'object' && Object.values(value).every((key: OwnKey) => isNumber(key.at) && (isNumber(key.to) || isMoment(key.to)));
  }
}

function isNumber(value: unknown): boolean {
  return typeof value === 'number' && Number.isFinite(value);
}

function isNumberOrFormula(value: unknown): boolean {
  return isNumber(value) || (typeof value === 'string' && value.length > 0 && value.length <= LONGEST_FORMULA);
}

function isTime(value: unknown): boolean {
  return isNumber(value) || isMoment(value);
}

function isMove(value: unknown): boolean {
  if (Array.isArray(value)) return value.length === 2 && value.every(isTime);
  if (value === null || typeof value !== 'object') return false;
  const { from, to, rest } = value as { readonly from: unknown; readonly to: unknown; readonly rest: Partial<Rest> | null };
  return isTime(from) && isTime(to) && (rest === null || (typeof rest === 'object' && ['still', 'loop', 'swing'].includes(rest.kind!) && [rest.from, rest.to].every((one) => one === null || isTime(one)) && typeof rest.finish === 'boolean'));
}

export function isMoment(value: unknown): value is Moment {
  if (value === null || typeof value !== 'object') return false;
  const { marker, end, plus, was } = value as Partial<Moment>;
  return typeof marker === 'string' && marker.length > 0 && typeof end === 'boolean' && isNumber(plus) && isNumber(was);
}

/** A time in words: its number to a hundredth of a frame, or the one that its marker had. */
export function tellTime(value: number | string | { readonly was: number } | null): string {
  if (typeof value === 'number') return String(Math.round(value * 100) / 100);
  return value !== null && typeof value === 'object' ? `a marker (${tellTime(value.was)})` : String(value);
}
