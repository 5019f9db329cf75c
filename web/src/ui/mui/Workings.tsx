import Popover from '@mui/material/Popover';
import type { ReactNode } from 'react';
import { Themed } from './Themed';

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
    <Themed>
      <Popover
        open
        anchorEl={at}
        onClose={close}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
        slotProps={{
          paper: {
            role: 'dialog',
            'aria-label': label,
            sx: { p: 2, maxWidth: 360, border: 1, borderColor: 'divider' },
          },
        }}
      >
        {children}
      </Popover>
    </Themed>
  );
}
