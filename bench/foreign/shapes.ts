export const many = (count: number, of: (i: number) => string): string =>
  Array.from({ length: count }, (_, i) => of(i)).join('');
export const svg = (inside: string, view = '0 0 200 200'): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="200mm" height="200mm" viewBox="${view}">${inside}</svg>`;
export const dxf = (entities: string): string => `0\nSECTION\n2\nENTITIES\n${entities}0\nENDSEC\n0\nEOF\n`;

/** Between 0 and 1, scattered. */
export const scattered = (i: number, by: number): number => Math.abs((Math.sin(i * by) * 43_758.5453) % 1);

/** A whole place on a large quilt, scattered. */
export const place = (i: number, by: number): number => Math.floor(900 * scattered(i + 1, 12.9898 * by));
