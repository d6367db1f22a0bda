import { number } from '../channel-spec';
import { allRound, defineEffect, softOf, spreadOf } from './effect';

export const blur = defineEffect({
  kind: 'blur',
  title: 'Blur',
  about: 'Spreads every point over so many pixels around it.',
  channels: { radius: number('Blur radius', 'px', 0) },
  passes: ({ radius }) => [{ from: 'picture', soft: softOf(radius), light: 1 }],
  grows: ({ radius }) => allRound(spreadOf(radius)),
});
