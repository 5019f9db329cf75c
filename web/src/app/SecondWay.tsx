import Button from '@mui/material/Button';
import { useState, type ReactNode } from 'react';
import type { Schema } from '../api/client';
import { useKept } from '../ui/useKept';
import layout from '../ui/layout.module.css';

interface Props {
  step: Schema['StepKind'];
  /** Something else comes first here. */
  quiet: boolean;
  heading: string | undefined;
  /** The log; whether it was unfolded just now. */
  children: (taken: boolean) => ReactNode;
}

const folded = () => ({ open: false });

/** The log by weights alone: folded where the bench comes first, and unfolded from then on for whoever prefers it. */
export function SecondWay({ step, quiet, heading, children }: Props) {
  const [preferred, prefer] = useKept(`log unfolded ${step}`, folded);
  const [taken, setTaken] = useState(false);
  if (!quiet || !heading)
    return (
      <>
        {heading && <h2 className={layout.below8}>{heading}</h2>}
        {children(false)}
      </>
    );
  return (
    <>
      <h2 className={layout.below8}>
        <Button
          variant="outlined"
          aria-expanded={preferred.open}
          onClick={() => {
            setTaken(!preferred.open);
            prefer({ open: !preferred.open });
          }}
        >
          {heading}
        </Button>
      </h2>
      {preferred.open && children(taken)}
    </>
  );
}
