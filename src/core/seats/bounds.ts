/** How many seats a class may have. */
export const MOST_SEATS = 8
