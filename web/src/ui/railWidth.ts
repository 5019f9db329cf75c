/** How wide the course rail is where it stands at the left. */
export const railWidth = 196;
