// What can be known in a picture of a sheet, and how it is marked.

export const HOW = [
  { value: 'rectangle', name: 'four corners of a rectangle', taps: 4 },
  { value: 'distance', name: 'two ends of a distance', taps: 2 },
  { value: 'point', name: 'a point whose place I know', taps: 1 },
  { value: 'shared', name: 'a point the picture before shows too', taps: 2 },
] as const;
export type How = (typeof HOW)[number]['value'];

/** Rectangles people have at hand, width and height in mm. */
export const RECTANGLES = [
  { value: 'own', name: 'as measured', size: null },
  { value: 'square', name: 'test square 10 × 10 cm', size: [100, 100] },
  { value: 'small square', name: 'test square 5 × 5 cm', size: [50, 50] },
  { value: 'inches', name: 'test square 4 × 4 in', size: [101.6, 101.6] },
  { value: 'a4', name: 'sheet of A4, lying', size: [297, 210] },
  { value: 'letter', name: 'letter sheet, lying', size: [279.4, 215.9] },
  { value: 'mat', name: 'squared mat 40 × 30 cm', size: [400, 300] },
] as const;

/** The order their corners are tapped in. */
export const CORNERS = ['upper left', 'upper right', 'lower right', 'lower left'];
