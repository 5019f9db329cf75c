import Button from '@mui/material/Button';
import { FormDialog } from '../ui/FormDialog';
import layout from '../ui/layout.module.css';
import typography from '../ui/typography.module.css';
import { glossary, termsOf } from './glossary';
import styles from './WordsDialog.module.css';

interface WordsDialogProps {
  /** The page whose words they are. */
  path: string;
  /** Each key with what it does. */
  keys: readonly (readonly [string, string])[];
  close: () => void;
}

/** The words of a page, as docs/craft.md has them, and the keys. */
export default function WordsDialog({ path, keys, close }: WordsDialogProps) {
  return (
    <FormDialog title="Words of this page" close={close} actions={<Button onClick={close}>Close</Button>}>
      <dl className={styles.words}>
        {termsOf(path).map((term) => (
          <div key={term}>
            <dt className={typography.strong}>{term}</dt>
            <dd className={styles.value}>{glossary[term]}</dd>
          </div>
        ))}
      </dl>
      <h2 className={typography.subheading}>Keys</h2>
      <p className={typography.quiet}>Where nothing is being typed.</p>
      <dl className={styles.keys}>
        {keys.map(([key, what]) => (
          <div className={layout.contents} key={key}>
            <dt className={typography.strong}>{key}</dt>
            <dd className={styles.value}>{what}</dd>
          </div>
        ))}
      </dl>
    </FormDialog>
  );
}
