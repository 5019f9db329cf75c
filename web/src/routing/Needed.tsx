import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useDeferredValue, useState } from 'react';
import { api, Problem } from '../api/client';
import { MassOf } from '../ui/Figure';
import { Section } from '../ui/Slips';
import { WeightField } from '../ui/WeightField';

/** The forecast the other way round: how much has to go in for so much to come out. */
export function Needed({ code, what }: { code: string; what: string }) {
  const [wanted, setWanted] = useState('');
  const asked = useDeferredValue(wanted.trim());
  const needed = useQuery({
    queryKey: ['lot', code, 'needed', asked],
    enabled: asked !== '',
    retry: false,
    queryFn: async () =>
      (await api.GET('/api/lots/{code}/needed', { params: { path: { code }, query: { wanted: asked } } })).data!,
  });
  return (
    <Section title="How much goes in?">
      <WeightField
        label="Wanted at the end of the route"
        value={wanted}
        onChange={setWanted}
        error={needed.error instanceof Problem ? needed.error.at('wanted') : null}
        placeholder="600 g of top, say"
      />
      <Box aria-live="polite">
        {needed.data && asked !== '' && (
          <>
            <Box sx={{ display: 'flex', gap: 4, flexWrap: 'wrap', my: 1 }}>
              <MassOf mass={needed.data.atMedian} label={`${what}, half the time enough`} size="big" />
              <MassOf mass={needed.data.nineInTen} label="enough nine times in ten" size="big" />
            </Box>
            <Typography color="text.secondary">{needed.data.experience}</Typography>
          </>
        )}
      </Box>
    </Section>
  );
}
