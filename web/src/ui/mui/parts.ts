/** The parts of MUI that a page may need later: fetched when they are, or before that with the other pages. */
export const parts = {
  dialog: () => import('./FormDialog'),
  workings: () => import('./Workings'),
  animal: () => import('./AnimalField'),
  breed: () => import('./BreedBox'),
};
