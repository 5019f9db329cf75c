/** How wide the course rail is where it stands at the left. */
export const railWidth = 196;

/** And how high, as a strip at the foot of a phone. */
export const railHeight = 70;
