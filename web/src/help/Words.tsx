import { glossary, termsOf } from './glossary';
import typography from '../ui/typography.module.css';
import styles from './Words.module.css';

/** The words of a page, as docs/craft.md has them. */
export default function Words({ path }: { path: string }) {
  return (
    <dl className={styles.words}>
      {termsOf(path).map((term) => (
        <div key={term}>
          <dt className={typography.strong}>{term}</dt>
          <dd className={styles.value}>{glossary[term]}</dd>
        </div>
      ))}
    </dl>
  );
}
