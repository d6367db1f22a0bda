import { drivesIn } from '../scene';
import { hull } from '../time';
import { drivenName, formulaEdit, placeOfDrive } from './formula-error';
import { defineCheck } from './problem';

export const formulaCycle = defineCheck({
  code: 'formula-cycle',
  about: 'Formulas that need themselves, by way of others or at other times.',
  find: (project, composition) => drivesIn(project, composition).all().flatMap((drive) => {
    const ring = drive.ring();
    if (!ring) return [];
    const mend = formulaEdit(composition, drive, { off: true });
    return [{
      where: placeOfDrive(composition, drive, Math.max(0, hull(drive.layer.spans)?.[0] ?? 0)),
      message: `The formula of ${drivenName(project, drive)} needs itself: ${ring.join(' → ')}. Until that is open, each of them keeps its keyed value.`,
      fix: 'Switch one of them off, or let it read something else.',
      ...(mend ? { mend } : {}),
    }];
  }),
});
