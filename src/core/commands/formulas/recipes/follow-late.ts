import { defineRecipe, isNumber } from './recipe';

export const followLate = defineRecipe({
  id: 'follow', title: 'Follow with a lag', about: 'Does what another track does, a little later.', fits: isNumber, follows: true,
  dials: () => [{ name: 'Lag', unit: 's', value: 0.13, range: [0, 2] }, { name: 'Share', unit: '%', value: 100, range: [-200, 200] }],
  formula: ([lag, share], leader) => `${leader} @ (clock - ${lag}) * ${share}`,
});
