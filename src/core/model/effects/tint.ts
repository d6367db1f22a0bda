import { colour, number } from '../channel-spec';
import { allRound, defineEffect } from './effect';

export const tint = defineEffect({
  kind: 'tint',
  title: 'Tint',
  about: 'Mixes its colours with one.',
  channels: { colour: colour('Tint colour', [1, 1, 1, 1]), amount: number('Tint amount', '%', 0) },
  passes: ({ colour: ink, amount }) => [{ from: 'picture', soft: 0, light: 1 }, { from: 'flood', colour: ink, opacity: Math.min(1, Math.max(0, amount / 100)) }],
  grows: () => allRound(0),
});
