import { number } from '../channel-spec';
import { allRound, defineEffect, softOf, spreadOf } from './effect';

export const glow = defineEffect({
  kind: 'glow',
  title: 'Glow',
  about: 'Adds the light of what is brighter than the threshold, spread around it.',
  channels: {
    radius: number('Glow radius', 'px', 0),
    strength: number('Glow strength', '%', 100),
    threshold: number('Glow threshold', '%', 0),
  },
  passes: ({ radius, strength, threshold }) => [{ from: 'picture', soft: 0, light: 1 }, { from: 'light', threshold: Math.min(1, Math.max(0, threshold / 100)), soft: softOf(radius), strength: Math.max(0, strength / 100) }],
  grows: ({ radius, strength }) => allRound(strength > 0 ? spreadOf(radius) : 0),
});
