import { rescaledFormula } from '../../formulas';
import { rescaled } from '../../scene';
import type { Stagger } from './stagger';

/** The step and the total of a stagger in frames of another rate: numbers, and lengths in frames that a formula holds. */
export function rescaledStagger({ by, total }: Stagger, factor: number): Pick<Stagger, 'by' | 'total'> {
  const frames = (value: Stagger['by']) => (typeof value === 'number' ? rescaled(value, factor) : typeof value === 'string' ? rescaledFormula(value, factor) : value);
  return { by: frames(by), total: frames(total) };
}
