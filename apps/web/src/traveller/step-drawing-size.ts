/** Side of the drawing beside a step's list: it stands above the fold of a screen 800 high [px]. */
export const STEP_DRAWING = 344;
