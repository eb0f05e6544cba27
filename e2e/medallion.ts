/**
 * An appliqué medallion as a drawing program saves it: a middle square of 600 mm within four strips and four cornerstones, two lines that part the
 * middle, twelve ferries round a lantern that lie on it, and a stray line that parts nothing. Drawn a hair off, as people draw.
 */
export function medallion(): string {
  const rect = (x: number, y: number, w: number, h: number): string =>
    `<path d="M${x} ${y}h${w}v${h}h${-w}z" fill="none" stroke="#444"/>`;
  const ferries = Array.from({ length: 12 }, (_, i) => {
    const angle = 30 * i;
    return `<path transform="translate(450 450) rotate(${angle}) translate(0 -200)" d="M-28 0C-24 22 24 22 28 0L12 0L12 -22L-10 -22L-10 0Z"/>`;
  });
  return `<svg xmlns="http://www.w3.org/2000/svg" width="900mm" height="900mm" viewBox="0 0 900 900">
    <g id="borders">
      ${rect(150, 0, 600, 150)}${rect(150, 750.3, 600, 149.7)}${rect(0, 150, 149.8, 600)}${rect(750, 150, 150, 600.2)}
    </g>
    <g id="cornerstones">
      ${rect(0, 0, 150, 150)}${rect(750, 0, 150, 150)}${rect(0, 750, 150, 150)}${rect(750, 750, 150, 150)}
    </g>
    <g stroke="#888">${rect(150, 150, 600, 600)}<path d="M150.2 300L749.9 300"/><path d="M160 700l40 20"/></g>
    <g id="ferries" fill="#a33">${ferries.join('')}</g>
    <g id="lantern"><circle cx="450" cy="450" r="110" fill="#dc5"/></g>
  </svg>`;
}
