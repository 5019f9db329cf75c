import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import type { ReactNode } from 'react';
import styles from './FormDialog.module.css';

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
    <DialogContent className={styles.fields}>{children}</DialogContent>
    <DialogActions>{actions}</DialogActions>
  </Dialog>
);
