/** Side of the square tiles in which the skin is kept, texels. */
export const TILE = 64
