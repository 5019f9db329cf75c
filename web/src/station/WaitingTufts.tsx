import { Box } from '../ui/Box';
import { Button } from '../ui/Button';
import { ButtonBase } from '../ui/ButtonBase';
import { Link } from '../ui/Link';
import { Typography } from '../ui/Typography';
import { useState } from 'react';
import { Link as RouterLink } from 'react-router';
import type { Problem, Schema } from '../api/client';
import { tone } from '../ui/tones';
import { Tuft, tuftRadius } from '../drawings/Tuft';
import { WeightField } from '../ui/WeightField';
import { formOf, othersCouldCome, parentage } from '../ui/words';
import type { Taking } from './stationState';
import styles from './WaitingTufts.module.css';

interface Props {
  step: Schema['StepKind'];
  lots: readonly Schema['LotLine'][];
  chosen: Taking[];
  onChange: (from: Taking[]) => void;
  refusals: Problem | null;
  understood: readonly Schema['UnderstoodMass'][];
}

/** What waits here, as tufts to choose from; a chosen one is taken whole, or a weighed part of it. */
export function WaitingTufts({ step, lots, chosen, onChange, refusals, understood }: Props) {
  const [all, setAll] = useState(false);
  if (lots.length === 0) {
    return (
      <Typography>
        Nothing waits here. What waits elsewhere is on{' '}
        <Link component={RouterLink} to="/">
          the workshop’s page for today
        </Link>
        .
      </Typography>
    );
  }
  // Others could be taken up here too; they stay out of the way until they are asked for.
  const here = lots.filter((l) => l.next === step || chosen.some((t) => t.lotId === l.id));
  // Only like forms are joined: beside the first that is chosen stands what goes with it.
  const first = step === 'join' ? lots.find((l) => l.id === chosen[0]?.lotId) : undefined;
  const fitting = first ? lots.filter((l) => l.form === first.form) : lots;
  // Nothing waits to be joined: there all that go together are shown at once.
  const shown = all || step === 'join' || here.length === 0 ? fitting : fitting.filter((l) => here.includes(l));
  const heaviest = Math.max(1, ...lots.map((l) => l.left?.grams ?? 0));
  const perRoot = 24 / Math.sqrt(heaviest);
  const toggle = (id: string) =>
    onChange(
      chosen.some((t) => t.lotId === id)
        ? chosen.filter((t) => t.lotId !== id)
        : [...chosen, { lotId: id, all: true, mass: '' }],
    );
  return (
    <Box component="section" aria-label="What waits here">
      <Box sx={{ display: 'flex', gap: 1, overflowX: 'auto', pb: { xs: 0.25, md: 1 } }}>
        {shown.map((lot) => {
          const on = chosen.some((t) => t.lotId === lot.id);
          return (
            <ButtonBase
              key={lot.id}
              onClick={() => toggle(lot.id)}
              aria-pressed={on}
              className={styles.lot}
              sx={{
                flex: '0 0 auto',
                display: 'grid',
                justifyItems: { xs: 'start', md: 'center' },
                alignContent: 'end',
                // On a phone a strip that scrolls sideways: tuft, code and weight.
                gridTemplateColumns: { xs: '34px auto', md: '1fr' },
                columnGap: 0.5,
                width: { xs: 'auto', md: 122 },
                p: { xs: 0.5, md: 1 },
                borderRadius: 1,
                border: 2,
                borderColor: on ? tone('woad') : 'transparent',
              }}
            >
              <Box
                component="svg"
                viewBox="0 0 64 56"
                aria-hidden
                sx={{ width: { xs: 32, md: 64 }, height: { xs: 32, md: 56 }, gridRow: { xs: 'span 2', md: 'auto' } }}
              >
                <Tuft
                  cx={32}
                  cy={30}
                  r={lot.left ? Math.max(6, tuftRadius(lot.left.grams, perRoot)) : 13}
                  name={lot.code}
                  colour={lot.colour}
                  open={!lot.left}
                />
              </Box>
              <Box component="span" sx={{ fontWeight: 700 }}>
                {on ? '✓ ' : ''}
                {lot.code}
              </Box>
              <Box component="span" sx={{ fontSize: '0.85rem' }}>
                {lot.left?.text ?? 'not weighed yet'}
              </Box>
              <Box
                component="span"
                sx={{
                  display: { xs: 'none', md: 'block' },
                  fontSize: '0.8rem',
                  color: 'text.secondary',
                  maxWidth: '100%',
                  overflow: 'hidden',
                  textOverflow: 'ellipsis',
                  whiteSpace: 'nowrap',
                }}
              >
                {parentage(lot.parentage)}
              </Box>
              <Box
                component="span"
                sx={{ display: { xs: 'none', md: 'block' }, fontSize: '0.8rem', color: 'text.secondary' }}
              >
                {formOf(lot.form, lot.fibre)}
              </Box>
            </ButtonBase>
          );
        })}
        {shown.length < fitting.length && (
          <Button sx={{ flex: '0 0 auto', alignSelf: 'center' }} onClick={() => setAll(true)}>
            {othersCouldCome(fitting.length - shown.length)}
          </Button>
        )}
      </Box>
      {chosen.map((taking, i) => {
        const lot = lots.find((l) => l.id === taking.lotId)!;
        const set = (part: Partial<Taking>) =>
          onChange(chosen.map((t) => (t.lotId === taking.lotId ? { ...t, ...part } : t)));
        const wrong = refusals?.at(`from[${i}].mass`) ?? refusals?.at(`from[${i}]`);
        return (
          <Box
            key={taking.lotId}
            sx={{ display: 'flex', columnGap: 2, alignItems: 'flex-start', flexWrap: 'wrap', mt: { xs: 0, md: 1 } }}
          >
            <Typography component="span" sx={{ pt: 1 }}>
              {lot.code}: {taking.all ? 'all of it' : 'a part of it'}
            </Typography>
            <ButtonBase
              sx={{ color: 'primary.main', fontWeight: 700, pt: 1, font: 'inherit' }}
              onClick={() => set({ all: !taking.all, mass: '' })}
            >
              {taking.all ? 'Take only a part' : 'Take all of it'}
            </ButtonBase>
            {!taking.all && (
              <WeightField
                label={`Taken from ${lot.code}`}
                value={taking.mass}
                onChange={(mass) => set({ mass })}
                error={wrong}
                understood={understood.find((u) => u.field === `from[${i}].mass`)?.logged.text}
              />
            )}
            {taking.all && wrong && <Typography sx={{ color: 'error.main', pt: 1 }}>{wrong}</Typography>}
          </Box>
        );
      })}
    </Box>
  );
}
