import { defineRecipe } from './recipe';

export const spellOut = defineRecipe({
  id: 'spell', title: 'Spell out', about: 'Shows a text letter by letter.', fits: ({ type }) => type === 'T',
  dials: () => [{ name: 'Letters a second', unit: '', value: 12, range: [1, 60] }, { name: 'Spell after', unit: 's', value: 0, range: [0, 10] }],
  formula: ([fast, after]) => `first(keyed, max(0, t - ${after}) * ${fast})`,
});
