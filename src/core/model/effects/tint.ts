import { colour, number } from '../channel-spec';
import { allRound, defineEffect } from './effect';

export const tint = defineEffect({
  kind: 'tint',
  title: 'Tint',
  about: 'Mixes its colours with one.',
  channels: { colour: colour('Tint colour', [1, 1, 1, 1]), amount: number('Tint amount', '%', 0) },
  grows: () => allRound(0),
});
