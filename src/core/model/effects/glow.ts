import { number } from '../channel-spec';
import { allRound, defineEffect } from './effect';

export const glow = defineEffect({
  kind: 'glow',
  title: 'Glow',
  about: 'Adds the light of what is brighter than the threshold, spread around it.',
  channels: {
    radius: number('Glow radius', 'px', 0),
    strength: number('Glow strength', '%', 100),
    threshold: number('Glow threshold', '%', 0),
  },
  grows: ({ radius, strength }) => allRound(strength > 0 ? radius : 0),
});
