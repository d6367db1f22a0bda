import { number } from '../channel-spec';
import { allRound, defineEffect } from './effect';

export const blur = defineEffect({
  kind: 'blur',
  title: 'Blur',
  about: 'Spreads every point over so many pixels around it.',
  channels: { radius: number('Blur radius', 'px', 0) },
  grows: ({ radius }) => allRound(radius),
});
