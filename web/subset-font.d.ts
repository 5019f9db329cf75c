declare module 'subset-font' {
  /** The font with no more than the letters of the text. */
  export default function subsetFont(
    font: Buffer,
    text: string,
    options: {
      targetFormat: 'woff2';
      /** Tags of the layout features that are kept. */
      keepFeatures: string[];
      variationAxes: Record<string, { min: number; max: number }>;
    },
  ): Promise<Buffer>;
}
