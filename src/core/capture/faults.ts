/** What a capture does to what it looks at. */
export type Faults = {
  /** Gaussian blur of the optics, pixels of the capture. */
  blur: number;
  /** Standard deviation of noise, of 255. */
  noise: number;
  /** Specks over the frame. */
  dust: number;
  /** Stops the corners lie under the centre. */
  falloff: number;
  /** Factors on linear red, green, blue. */
  cast: readonly [number, number, number];
  /** Degrees the camera looks off the perpendicular, and is turned; the part of the frame the work fills. */
  tilt: number;
  turn: number;
  fill: number;
};
