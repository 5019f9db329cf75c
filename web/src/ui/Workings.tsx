import Popover from '@mui/material/Popover';
import type { ReactNode } from 'react';
import styles from './Workings.module.css';

interface WorkingsProps {
  /** The figure it belongs to. */
  at: HTMLElement;
  label: string;
  close: () => void;
  children: ReactNode;
}

/** A slip at a figure: how it was worked out. */
export default function Workings({ at, label, close, children }: WorkingsProps) {
  return (
    <Popover
      open
      anchorEl={at}
      onClose={close}
      anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
      slotProps={{ paper: { role: 'dialog', 'aria-label': label, className: styles.slip } }}
    >
      {children}
    </Popover>
  );
}
