import { describe, expect, test } from 'vitest';
import { momentWords } from './moment-words';

describe('a moment in words', () => {
  test('is on this machine’s clock, with two digits for hours and minutes', () => {
    expect(momentWords(new Date(2026, 10, 5, 6, 7).toISOString())).toBe('5 Nov 2026, 06:07');
    expect(momentWords(new Date(2025, 8, 30, 23, 59).toISOString())).toBe('30 Sept 2025, 23:59');
  });
  test('that is none is told as such', () => expect(momentWords('soon')).toBe('some time ago'));
});
