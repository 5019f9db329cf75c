import { Box, type BoxProps } from './Box';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import type { ElementType, ReactNode } from 'react';

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

interface FormDialogProps {
  title: ReactNode;
  close: () => void;
  /** The buttons, the one that sends last. */
  actions: ReactNode;
  children: ReactNode;
  open?: boolean;
  wide?: boolean;
}

/** A few fields over the page, with what to do about them below. */
export const FormDialog = ({ title, close, actions, children, open = true, wide = false }: FormDialogProps) => (
  <Dialog open={open} onClose={close} fullWidth maxWidth={wide ? 'md' : 'sm'}>
    <DialogTitle>{title}</DialogTitle>
    {/* A label that stands above its field needs room under the title. */}
    <DialogContent sx={{ display: 'grid', gap: 2, pt: '8px !important' }}>{children}</DialogContent>
    <DialogActions>{actions}</DialogActions>
  </Dialog>
);
