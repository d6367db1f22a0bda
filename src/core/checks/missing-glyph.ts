import { notShipped } from '../lettering';
import type { Channel } from '../model';
import { defineCheck, layerByLayer } from './problem';

/** Of more characters only so many are named. */
const NAMED = 6;

export const missingGlyph = defineCheck({
  code: 'missing-glyph',
  about: 'A text with characters that its font does not have.',
  find: layerByLayer((_, composition, layer) => {
    if (layer.kind !== 'text') return [];
    const lost = notShipped(textsOf(layer.channels.text as Channel | undefined), layer.font);
    if (lost.length === 0) return [];
    const named = lost.slice(0, NAMED).map((one) => `“${one}”`).join(', ');
    return [{
      where: { composition: composition.id, layer: layer.id, channel: 'text' },
      message: `“${layer.name}” has ${lost.length === 1 ? 'a character' : 'characters'} that ${layer.font} does not: ${named}${lost.length > NAMED ? ` and ${lost.length - NAMED} more` : ''}; a box stands there.`,
      fix: 'Write it otherwise, or choose another font.',
    }];
  }),
});

/** All that a text ever says. */
function textsOf(text: Channel | undefined): string {
  return text ? [text.value, ...Object.values(text.keys).map(({ value }) => value)].filter((one) => typeof one === 'string').join('') : '';
}
