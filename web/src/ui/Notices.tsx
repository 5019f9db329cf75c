import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import { clsx } from 'clsx';
import type { ReactNode } from 'react';
import { Problem, type Schema } from '../api/client';
import layout from './layout.module.css';
import typography from './typography.module.css';
import styles from './Notices.module.css';

/** The caution that belongs to a step: a slip at its side, short, with who has the last word. */
export function CautionSlip({ caution }: { caution: Schema['Caution'] }) {
  return (
    <aside className={styles.caution} aria-label="Caution">
      <h2 className={clsx(typography.subheading, layout.below4)}>Take care</h2>
      <p className={layout.below4}>{caution.hazard}</p>
      <p className={layout.below4}>{caution.care}</p>
      <p className={clsx(typography.quiet, typography.note)}>{caution.defersTo}</p>
    </aside>
  );
}

const severity = { stop: 'error', watch: 'warning', kept: 'success' } as const;

export function Notice({
  tone: kind,
  children,
  action,
}: {
  tone: 'stop' | 'watch' | 'kept';
  children: ReactNode;
  action?: ReactNode;
}) {
  return (
    <Alert severity={severity[kind]} role={kind === 'stop' ? 'alert' : 'status'} action={action}>
      {children}
    </Alert>
  );
}

export function ProblemNotice({ error, retry }: { error: unknown; retry?: () => void }) {
  if (!error) return null;
  return (
    <Notice
      tone="stop"
      action={
        retry && (
          <Button onClick={retry} size="small">
            Try again
          </Button>
        )
      }
    >
      {error instanceof Problem ? error.message : 'Something broke on this page. Reload it; what was logged is safe.'}
    </Notice>
  );
}

/** A heading with room for what belongs to it on the right. */
export function Section({
  title,
  aside,
  children,
  level: Heading = 'h2',
}: {
  title: string;
  aside?: ReactNode;
  children: ReactNode;
  level?: 'h2' | 'h3';
}) {
  return (
    <section className={layout.mayShrink}>
      <div className={styles.head}>
        <Heading className={typography.heading}>{title}</Heading>
        {aside}
      </div>
      {children}
    </section>
  );
}
