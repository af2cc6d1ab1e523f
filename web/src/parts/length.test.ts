import { readFileSync } from 'node:fs';

import { describe, expect, it } from 'vitest';

import { formatCloth, formatLength, written } from './length';

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
  it.each(examples.phrases)('%s', (phrase, cm, inch) => {
    expect(written(phrase, 'cm')).toBe(cm);
    expect(written(phrase, 'in')).toBe(inch);
  });
});
