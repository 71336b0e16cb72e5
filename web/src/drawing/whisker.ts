/** An interval as a line with an end at either side, at a height of the drawing (px): an SVG path. */
export const whisker = (from: number, to: number, y: number): string =>
  `M${from} ${y}H${to}M${from} ${y - 5}v10M${to} ${y - 5}v10`
