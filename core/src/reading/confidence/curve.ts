/** What a value is for calibration: one of the head or of a line, off a text layer or off a scan. */
export type ValueGroup = 'text head' | 'text line' | 'scan head' | 'scan line';

/** Knots of a rising curve from what the rules say (0..1) to the share that was right of such values (0..1). */
export type Calibration = Readonly<Record<ValueGroup, readonly (readonly [said: number, right: number])[]>>;
