/** Width of the names at the left of the board, px. */
export const LABEL = 152
