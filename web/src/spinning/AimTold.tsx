import type { Schema } from '../api/client';
import { Notice } from '../ui/Notices';
import { Column } from '../ui/layouts';
import { verdictWord } from './words';
import typography from '../ui/typography.module.css';
import styles from './AimPage.module.css';

/** What a wanted yarn comes to, in words: what was learned, what to spin, how to draft, and whether this fibre can. */
export function AimTold({ view }: { view: Schema['AimView'] }) {
  return (
    <>
      {view.learned && (
        <p className={styles.said} role="status">
          {view.learned}
        </p>
      )}
      <Column gap={0.5}>
        {view.sentences.map((s) => (
          <p key={s}>{s}</p>
        ))}
      </Column>
      {view.drafting.map((s) => (
        <p className={typography.quiet} key={s}>
          {s}
        </p>
      ))}
      {view.verdict === 'possible' ? (
        <p className={typography.quiet}>{verdictWord.possible}</p>
      ) : (
        <Notice tone={view.verdict === 'not' ? 'stop' : 'watch'}>
          <strong>{verdictWord[view.verdict]}</strong> {view.against.join(' ')}
        </Notice>
      )}
    </>
  );
}
