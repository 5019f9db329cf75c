import Button from '@mui/material/Button';
import type { ReactNode } from 'react';
import type { Schema } from '../api/client';
import { Yarn } from '../drawings/Yarn';
import typography from '../ui/typography.module.css';
import styles from './YarnRow.module.css';

/** A yarn on its line: its name, its picture at the scale of all, its figures, and what is said of it. */
export function YarnRow({
  name,
  yarn,
  colour,
  magnified,
  remove,
  children,
}: {
  name: string;
  yarn: Schema['YarnShape'];
  colour: string;
  magnified: number;
  remove?: () => void;
  children?: ReactNode;
}) {
  return (
    <section className={styles.yarnRow} aria-label={name}>
      <p className={typography.strong}>{name}</p>
      <div className={styles.scroll}>
        <Yarn sample={{ ...yarn, twistAngleDegrees: yarn.degrees }} colour={colour} width={300} magnified={magnified} />
      </div>
      <p className={styles.sentence}>
        {yarn.wrapsPerInch} WPI{yarn.degrees === null ? '' : ` · ${yarn.degrees}°`}
      </p>
      <div className={styles.part}>
        {children}
        {remove && (
          <Button size="small" onClick={remove}>
            Take it out
          </Button>
        )}
      </div>
    </section>
  );
}
