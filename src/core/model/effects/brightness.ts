import { number } from '../channel-spec';
import { allRound, defineEffect } from './effect';

export const brightness = defineEffect({
  kind: 'brightness',
  title: 'Brightness',
  about: 'Makes its colours lighter or darker.',
  channels: { amount: number('Brightness', '%', 100) },
  passes: ({ amount }) => [{ from: 'picture', soft: 0, light: Math.max(0, amount / 100) }],
  grows: () => allRound(0),
});
