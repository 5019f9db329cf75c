import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import type { ReactNode } from 'react';
import { Themed } from './Themed';

export interface FormDialogProps {
  title: ReactNode;
  close: () => void;
  /** The buttons, the one that sends last. */
  actions: ReactNode;
  children: ReactNode;
  open?: boolean;
  wide?: boolean;
}

export default function FormDialog({ title, close, actions, children, open = true, wide = false }: FormDialogProps) {
  return (
    <Themed>
      <Dialog open={open} onClose={close} fullWidth maxWidth={wide ? 'md' : 'sm'}>
        <DialogTitle>{title}</DialogTitle>
        {/* A label that stands above its field needs room under the title. */}
        <DialogContent sx={{ display: 'grid', gap: 2, pt: '8px !important' }}>{children}</DialogContent>
        <DialogActions>{actions}</DialogActions>
      </Dialog>
    </Themed>
  );
}
