import { readFileSync } from 'node:fs';

import { describe, expect, it } from 'vitest';

import { formatCloth, formatLength, formatMeasured, written } from './length';

// The same examples that the server's formatting is held against.
const examples = JSON.parse(readFileSync('../tests/lengths.json', 'utf8')) as {
  lengths: [number, string, string][];
  cloths: [number, string, string][];
  phrases: [string, string, string][];
};

describe('lengths', () => {
  it.each(examples.lengths)('%d mm', (mm, cm, inch) => {
    expect(formatLength(mm, 'cm')).toBe(cm);
    expect(formatLength(mm, 'in')).toBe(inch);
  });
  it.each(examples.cloths)('%d mm of cloth', (mm, metres, yards) => {
    expect(formatCloth(mm, 'cm')).toBe(metres);
    expect(formatCloth(mm, 'in')).toBe(yards);
  });
  it.each([
    [100, '10 cm', '3 15/16 in'], // an eighth would be a millimetre and a half off
    [97.4, '9.74 cm', '3.835 in'],
    [101.6, '10.16 cm', '4 in'],
    [62.5, '6.25 cm', '2.461 in'],
    [5, '5 mm', '0.197 in'],
  ])('%d mm as measured', (mm, cm, inch) => {
    expect(formatMeasured(mm, 'cm')).toBe(cm);
    expect(formatMeasured(mm, 'in')).toBe(inch);
  });
  it.each(examples.phrases)('%s', (phrase, cm, inch) => {
    expect(written(phrase, 'cm')).toBe(cm);
    expect(written(phrase, 'in')).toBe(inch);
  });
});
