/** The parts of MUI that a page may need later: fetched when they are, or before that with the other pages. */
export const parts = {
  dialog: async () => await import('./FormDialog'),
  workings: async () => await import('./Workings'),
  animal: async () => await import('./AnimalField'),
  breed: async () => await import('./BreedBox'),
};
