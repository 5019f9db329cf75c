import { Box, type BoxProps } from './Box';
import { lazy, Suspense, type ElementType } from 'react';
import type { FormDialogProps } from './mui/FormDialog';
import { parts } from './mui/parts';

const Dialog = lazy(parts.dialog);

type LayoutProps<T extends ElementType> = BoxProps<T> & {
  /** Between the parts, in steps of 8 px. */
  gap: number;
};

/** Parts under one another, none wider than the page: what is too wide scrolls within itself. */
export const Column = <T extends ElementType = 'div'>({ gap, sx, ...rest }: LayoutProps<T>) => (
  <Box sx={[{ display: 'grid', gap, gridTemplateColumns: 'minmax(0, 1fr)' }, sx]} {...(rest as object)} />
);

/** Parts beside one another, going on in the next line where there is no room. */
export const Row = <T extends ElementType = 'div'>({ gap, sx, ...rest }: LayoutProps<T>) => (
  <Box sx={[{ display: 'flex', flexWrap: 'wrap', gap }, sx]} {...(rest as object)} />
);

/** A few fields over the page, with what to do about them below. */
export const FormDialog = (dialog: FormDialogProps) => (
  <Suspense fallback={null}>
    <Dialog {...dialog} />
  </Suspense>
);
