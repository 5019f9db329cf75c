import ButtonBase from '@mui/material/ButtonBase';
import { clsx } from 'clsx';
import { useState } from 'react';
import type { Schema } from '../api/client';
import { whenShown } from './whenShown';
import { fromWord } from './words';
import layout from './layout.module.css';
import typography from './typography.module.css';
import styles from './Figure.module.css';

const Workings = whenShown(async () => (await import('./Workings')).default);

interface FigureProps {
  text: string;
  from: Schema['Provenance'];
  label?: string;
  giveOrTake?: string | null;
  /** What stands behind ± is a band that holds eight in ten, and no standard deviation. */
  band?: boolean;
  working?: Schema['Working'] | null;
  size?: 'big' | 'middle' | 'small';
}

const sizes = { big: '2.5rem', middle: '1.5rem', small: '1rem' };

/** A number with its unit and the word for where it comes from; one with a working opens it. */
export function Figure({ text, from, label, giveOrTake, band, working, size = 'middle' }: FigureProps) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const body = (
    <span className={styles.word}>
      {label && <span className={styles.quiet}>{label}</span>}
      <span className={styles.figure} style={{ fontSize: sizes[size] }}>
        {text}
      </span>
      <span className={styles.figureQuiet}>
        {giveOrTake ? `±${giveOrTake} · ` : ''}
        <span className={working || giveOrTake ? styles.opens : undefined}>{fromWord[from]}</span>
      </span>
    </span>
  );
  if (!working && !giveOrTake) return body;
  return (
    <>
      <ButtonBase
        className={styles.press}
        onClick={(e) => setAnchor(e.currentTarget)}
        aria-haspopup="dialog"
        aria-label={`${label ? `${label}: ` : ''}${text}, ${fromWord[from]}. ${working ? 'Show the working' : 'How surely'}`}
      >
        {body}
      </ButtonBase>
      {anchor && (
        <Workings at={anchor} close={() => setAnchor(null)} label={`How ${label ?? 'it'} was worked out`}>
          {working && <WorkingTable working={working} />}
          {giveOrTake && <Surely giveOrTake={giveOrTake} band={band} />}
        </Workings>
      )}
    </>
  );
}

const Surely = ({ giveOrTake, band }: { giveOrTake: string; band?: boolean }) => (
  <p className={clsx(layout.above8, typography.tiny)}>
    ±{giveOrTake}: {band ? 'eight times in ten' : 'two times in three'} the true value lies no further away than that.
  </p>
);

export function WorkingTable({ working }: { working: Schema['Working'] }) {
  return (
    <>
      <p className={layout.below8}>{working.formula}</p>
      <dl className={styles.facts}>
        {working.inputs.map((input) => (
          <div className={layout.contents} key={input.name}>
            <dt className={typography.quiet}>{input.name}</dt>
            <dd className={styles.value}>{input.value}</dd>
          </div>
        ))}
      </dl>
      <p className={clsx(layout.above8, typography.quiet, typography.tiny)}>Source: {working.source}</p>
    </>
  );
}

export function MassOf({ mass, ...rest }: { mass: Schema['MassFigure'] } & Omit<FigureProps, 'text' | 'from'>) {
  return <Figure text={mass.text} from={mass.from} giveOrTake={mass.giveOrTake} working={mass.working} {...rest} />;
}

export function NumberOf({ number, ...rest }: { number: Schema['NumberFigure'] } & Omit<FigureProps, 'text' | 'from'>) {
  return <Figure text={number.text} from={number.from} working={number.working} {...rest} />;
}
