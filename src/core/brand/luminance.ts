// Relative luminance, 0 to 1, as WCAG 2.2 defines it.

/** The three channels of "#rrggbb", 0 to 255. */
export const channels = (colour: string): readonly [number, number, number] => {
  const number = Number.parseInt(colour.slice(1), 16);
  return [number >> 16, (number >> 8) & 255, number & 255];
};

const linear = Array.from({ length: 256 }, (_, value) => {
  const part = value / 255;
  return part <= 0.04045 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4;
});
/** Of channels from 0 to 255, in sRGB. */
export const luminance = (red: number, green: number, blue: number) =>
  0.2126 * (linear[Math.round(red)] ?? 0) +
  0.7152 * (linear[Math.round(green)] ?? 0) +
  0.0722 * (linear[Math.round(blue)] ?? 0);

/** Of "#rrggbb". */
export const luminanceOf = (colour: string): number => luminance(...channels(colour));
