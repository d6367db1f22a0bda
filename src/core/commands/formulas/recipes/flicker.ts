import { defineRecipe, isNumber } from './recipe';

export const flicker = defineRecipe({
  id: 'flicker', title: 'Flicker', about: 'Falls below what is keyed now and then, by chance, as a tired lamp does.', fits: isNumber,
  dials: () => [{ name: 'Flicker depth', unit: '%', value: 60, range: [0, 100] }, { name: 'Flicker often', unit: '', value: 9, range: [0.5, 25] }, { name: 'Flicker seed', unit: '', value: 1, range: [0, 99] }],
  formula: ([depth, often, seed]) => `keyed * (1 - ${depth} * step(0.35, noise(${often}, ${seed} + index)))`,
});
