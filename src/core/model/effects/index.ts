import type { ChannelSpecs } from '../channel-spec';
import { blur } from './blur';
import { brightness } from './brightness';
import type { EffectDefinition } from './effect';
import { glow } from './glow';
import { shadow } from './shadow';
import { tint } from './tint';

/** The only list of effects; schema, tracks and bounds read it. */
export const EFFECTS = [blur, glow, shadow, tint, brightness] as const;

/** An effect whose channels nobody has to know by name. */
export type AnyEffect = EffectDefinition<string, ChannelSpecs>;

export function effectOf(kind: string): AnyEffect {
  const found = (EFFECTS as unknown as readonly AnyEffect[]).find((one) => one.kind === kind);
  if (!found) throw new Error(`There is no effect ${kind}`);
  return found;
}
