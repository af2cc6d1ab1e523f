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

/** A length inside a sum, with as many digits as keep the sum true. */
export function formatExact(mm: number, unit: Unit): string {
  if (unit === 'cm')
    return Math.abs(mm) < 9.95 ? `${trimmed(mm, 2)} mm` : `${trimmed(mm / 10, 2)} cm`;
  return `${trimmed(mm / MM_PER_INCH, 3)} in`;
}

/** Whether a length is, to a hair, a fraction of an inch as found on a ruler. */
function isAFraction(mm: number): boolean {
  const parts = (mm / MM_PER_INCH) * 16;
  return Math.abs(parts - nearest(parts)) < 0.02;
}

/** A length as it was measured: by a ruler's marks where it lies on one, else with all its digits. */
export function formatMeasured(mm: number, unit: Unit): string {
  const marked = unit === 'cm' ? Math.abs(mm - nearest(mm)) < 0.005 : isAFraction(mm);
  return marked ? formatLength(mm, unit, 16) : formatExact(mm, unit);
}

function trimmed(value: number, digits: number): string {
  const power = 10 ** digits;
  const scaled = nearest(Number((value * power).toFixed(6))) / power;
  return (scaled + 0).toFixed(digits).replace(/\.?0+$/, '');
}

/** Cloth to be bought: rounded up in the unit shown. */
export function formatBuy(mm: number, unit: Unit): string {
  if (unit === 'cm') return `${(Math.ceil(Number((mm / 10).toFixed(6))) / 100).toFixed(2)} m`;
  return `${mixed(Math.ceil(Number(((mm / MM_PER_YARD) * 8).toFixed(6))), 8)} yd`;
}

/** Cloth that is left over: rounded down, so that nobody counts on more than there is. */
export function formatLeft(mm: number, unit: Unit): string {
  if (unit === 'cm') return `${(Math.floor(Number((mm / 10).toFixed(6))) / 100).toFixed(2)} m`;
  return `${mixed(Math.floor(Number(((mm / MM_PER_YARD) * 8).toFixed(6))), 8)} yd`;
}

/** A length of cloth inside a sum. */
function formatExactCloth(mm: number, unit: Unit): string {
  if (unit === 'cm') return `${(mm / 1000).toFixed(3).replace(/0$/, '')} m`;
  const eighths = (mm / MM_PER_YARD) * 8;
  if (Math.abs(eighths - nearest(eighths)) < 0.005) return `${mixed(nearest(eighths), 8)} yd`;
  return `${trimmed(mm / MM_PER_YARD, 3)} yd`;
}

export function formatArea(mm2: number, unit: Unit): string {
  if (unit === 'cm')
    return mm2 >= 1e5 ? `${(mm2 / 1e6).toFixed(2)} m²` : `${(mm2 / 100).toFixed(1)} cm²`;
  const squareInches = mm2 / MM_PER_INCH ** 2;
  return squareInches >= 155
    ? `${(squareInches / 1296).toFixed(2)} sq yd`
    : `${squareInches.toFixed(1)} sq in`;
}

const TOKEN = /\[\[(-?[\d.]+)(\|cloth|\|area|\|buy|\|left|\|fine)?\]\]/g;

/** Write out every length in a phrase (see craft/measure/phrase.py). */
export function written(phrase: string, unit: Unit): string {
  const tokens = [...phrase.matchAll(TOKEN)];
  const exact = phrase.includes('=') && tokens.length > 1;
  const lengths = tokens.filter((token) => !token[2]).map((token) => Number(token[1]));
  const plain = !exact || (unit === 'in' && lengths.every(isAFraction));
  return phrase.replace(TOKEN, (_, text: string, kind?: string) => {
    const mm = Number(text);
    if (kind === '|area') return formatArea(mm, unit);
    if (kind === '|fine')
      return unit === 'in' ? `${(mm / MM_PER_INCH).toFixed(3)} in` : `${mm.toFixed(2)} mm`;
    if (kind === '|buy') return formatBuy(mm, unit);
    if (kind === '|left') return formatLeft(mm, unit);
    if (kind) return exact ? formatExactCloth(mm, unit) : formatCloth(mm, unit);
    return plain ? formatLength(mm, unit, exact ? 16 : 8) : formatExact(mm, unit);
  });
}
