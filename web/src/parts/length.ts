// The browser's twin of craft/measure: lengths are written out here, so that switching between
// centimetres and inches needs no new reckoning. Both are held against tests/lengths.json.

export type Unit = 'cm' | 'in';

const MM_PER_INCH = 25.4;
const MM_PER_YARD = 914.4;
const SIXTEENTHS_BELOW_MM = 12.7;

/** The nearest whole number, halves away from zero. */
function nearest(value: number): number {
  return value < 0 ? -Math.floor(-value + 0.5) : Math.floor(value + 0.5);
}

/** A whole number of parts as written on a ruler: 13 of 8 gives "1 5/8". */
function mixed(count: number, parts: number): string {
  const sign = count < 0 ? '-' : '';
  let top = Math.abs(count);
  const whole = Math.floor(top / parts);
  top -= whole * parts;
  if (!top) return `${sign}${whole}`;
  let bottom = parts;
  while (top % 2 === 0 && bottom % 2 === 0) {
    top /= 2;
    bottom /= 2;
  }
  return whole ? `${sign}${whole} ${top}/${bottom}` : `${sign}${top}/${bottom}`;
}

export function formatLength(mm: number, unit: Unit, parts = 8): string {
  if (unit === 'cm') {
    const tenths = nearest(mm);
    if (Math.abs(tenths) < 10) return `${tenths} mm`;
    return `${(tenths / 10).toFixed(1).replace(/\.0$/, '')} cm`;
  }
  const fine = Math.abs(mm) < SIXTEENTHS_BELOW_MM ? Math.max(parts, 16) : parts;
  return `${mixed(nearest((mm / MM_PER_INCH) * fine), fine)} in`;
}

export function formatCloth(mm: number, unit: Unit): string {
  if (unit === 'cm') return `${(nearest(mm / 10) / 100).toFixed(2)} m`;
  return `${mixed(nearest((mm / MM_PER_YARD) * 8), 8)} yd`;
}

export function formatArea(mm2: number, unit: Unit): string {
  if (unit === 'cm')
    return mm2 >= 1e5 ? `${(mm2 / 1e6).toFixed(2)} m²` : `${(mm2 / 100).toFixed(1)} cm²`;
  const squareInches = mm2 / MM_PER_INCH ** 2;
  return squareInches >= 155
    ? `${(squareInches / 1296).toFixed(2)} sq yd`
    : `${squareInches.toFixed(1)} sq in`;
}

/** Write out every length in a phrase (see craft/measure/phrase.py). */
export function written(phrase: string, unit: Unit): string {
  return phrase.replace(/\[\[(-?[\d.]+)(\|cloth|\|area)?\]\]/g, (_, mm: string, kind?: string) => {
    if (kind === '|area') return formatArea(Number(mm), unit);
    return kind ? formatCloth(Number(mm), unit) : formatLength(Number(mm), unit);
  });
}
