/** Width and length of a cloth, mm. */
export interface Size {
  readonly width: number;
  readonly length: number;
}
