/** How wide the course rail is where it stands at the left. */
export const railWidth = 196;

/** And how high, as a strip at the foot of a phone. */
export const railHeight = 70;

/** What is left free beside a page, in steps of 8 px. */
export const benchPadding = { xs: 1.5, md: 3 };

/** How wide a page is at most. */
export const benchMost = 1400;
