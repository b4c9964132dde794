/** Small windows, and large ones at 200 %: the rail folds away, findings go below the answer, and both scroll together. */
export const SMALL = '(max-width: 800px), (max-height: 520px)';

/** The same as a key of styles. */
export const IN_SMALL = `@media ${SMALL}`;

/** Windows with little room beside each other, as a key of styles. */
export const IN_NARROW = '@media (max-width: 1100px)';
