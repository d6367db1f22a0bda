import type { ProjectFileInput } from '../src/core/model';

type CompositionInput = NonNullable<ProjectFileInput['compositions']>[number];
export type LayerInput = NonNullable<CompositionInput['layers']>[number];
export type ShapeInput = Extract<LayerInput, { kind: 'shape' }>;
type Colour = [number, number, number, number];

/** `#rrggbb` with an alpha as the document writes colours, to three places. */
export function colour(hex: string, alpha = 1): Colour {
  const part = (i: number) => Math.round((parseInt(hex.slice(i, i + 2), 16) / 255) * 1000) / 1000;
  return [part(1), part(3), part(5), alpha];
}

/** A flat fill. */
export function flat(hex: string, alpha = 1): NonNullable<ShapeInput['fill']> {
  return { channels: { colour: { value: colour(hex, alpha) } } };
}

/** A fill that runs from one point to another through colours. */
export function runs(kind: 'linear' | 'radial', from: [number, number], to: [number, number], stops: readonly (readonly [number, Colour])[]): NonNullable<ShapeInput['fill']> {
  return {
    kind,
    channels: { from: { value: from }, to: { value: to } },
    stops: stops.map(([at, value]) => ({ channels: { at: { value: at }, colour: { value } } })),
  };
}

export function line(hex: string, width: number, more: Partial<NonNullable<ShapeInput['stroke']>> = {}): NonNullable<ShapeInput['stroke']> {
  return { ...more, channels: { colour: { value: colour(hex) }, width: { value: width } } };
}

export const NO_FILL: NonNullable<ShapeInput['fill']> = { kind: 'none' };

/** Resting values as channels. */
export function rest(values: Readonly<Record<string, number>>): Record<string, { value: number }> {
  return Object.fromEntries(Object.entries(values).map(([name, value]) => [name, { value }]));
}

/** A drawn outline through corners; a corner may carry its handles. */
export function outline(points: readonly (readonly number[])[], closed: boolean) {
  return {
    outline: {
      value: { closed, points: points.map(([x, y, a = 0, b = 0, c = 0, d = 0]) => [x, y, a, b, c, d] as [number, number, number, number, number, number]) },
    },
  };
}

/** Keys along a straight curve, or with the handles given. */
export type KeyInput = { at: number; value: number; left?: 'smooth' | [number, number]; right?: 'smooth' | 'hold' | [number, number]; curve?: { kind: string; side?: 'in' | 'out' | 'both'; amount?: number; swings?: number }; pace?: number };
export function keys(...list: KeyInput[]): { value: number; keys: KeyInput[] } {
  return { value: list[0]?.value ?? 0, keys: list };
}
