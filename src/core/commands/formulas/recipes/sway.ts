import { defineRecipe, isNumber, reachOf } from './recipe';

export const sway = defineRecipe({
  id: 'sway', title: 'Sway', about: 'Goes softly to and fro around what is keyed.', fits: isNumber,
  dials: (spec) => [{ name: 'Sway by', unit: '', value: reachOf(spec), range: [0, reachOf(spec) * 5] }, { name: 'Sway every', unit: 's', value: 2, range: [0.1, 10] }],
  formula: ([by, every]) => `keyed + sine(${every}) * ${by}`,
});
