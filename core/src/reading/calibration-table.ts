import type { Calibration } from './calibration.js';

/** Made by `node measuring/dist/main.js calibrate`, see docs/calibration.md: not to be changed by hand. */
export const CALIBRATION: Calibration = {
  'text head': [
    [0, 0],
    [1, 1],
  ],
  'text line': [
    [0, 0],
    [1, 1],
  ],
  'scan head': [
    [0, 0],
    [1, 1],
  ],
  'scan line': [
    [0, 0],
    [1, 1],
  ],
};
