import { colour, number } from '../channel-spec';
import { defineEffect, softOf, spreadOf } from './effect';

export const shadow = defineEffect({
  kind: 'shadow',
  title: 'Shadow',
  about: 'Lays the layer’s own form under it, moved, softened and in one colour.',
  channels: {
    x: number('Shadow across', 'px', 0),
    y: number('Shadow down', 'px', 8),
    radius: number('Shadow radius', 'px', 8),
    colour: colour('Shadow colour', [0, 0, 0, 0.5]),
  },
  passes: ({ x, y, radius, colour: ink }) => [{ from: 'form', colour: ink, x, y, soft: softOf(radius) }, { from: 'picture', soft: 0, light: 1 }],
  grows: ({ x, y, radius }) => {
    const soft = spreadOf(radius);
    return [Math.max(0, soft - x), Math.max(0, soft - y), Math.max(0, soft + x), Math.max(0, soft + y)];
  },
});
