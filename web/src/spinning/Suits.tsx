import Button from '@mui/material/Button';
import { Link as RouterLink } from 'react-router';
import { Section } from '../ui/Notices';
import { Column, Row } from '../ui/layouts';
import { formOf, parentage } from '../ui/words';
import { useSuits } from './queries';
import { verdictWord } from './words';
import typography from '../ui/typography.module.css';

/** Where nobody said what a yarn is to be made of: the lots in store with how well each suits, and the way to begin. */
export function Suits({ asked, enabled, to }: { asked: string; enabled: boolean; to: (code: string) => string }) {
  const suits = useSuits(asked, enabled).data;
  if (!suits) return null;
  return (
    <Section title="What of the store suits it" level="h2">
      {suits.length === 0 ? (
        <p>Nothing in store is ready to be spun. Card or comb something, or take in top, roving or batts.</p>
      ) : (
        <Column gap={1}>
          {suits.map((s) => (
            <Row align="center" key={s.code} gap={1.5}>
              <Button
                variant={s.verdict === 'possible' ? 'contained' : 'outlined'}
                component={RouterLink}
                to={to(s.code)}
              >
                From {s.code}
              </Button>
              <p>
                {[parentage(s.parentage), formOf(s.form, s.fibre), s.colour, s.left?.text].filter(Boolean).join(', ')}.{' '}
                <span className={typography.quiet}>
                  {verdictWord[s.verdict]} {s.words}
                </span>
              </p>
            </Row>
          ))}
        </Column>
      )}
    </Section>
  );
}
