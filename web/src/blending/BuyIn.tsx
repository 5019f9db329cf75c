import { Box } from '../ui/Box';
import { Button } from '../ui/Button';
import { TextField } from '../ui/TextField';
import { api, type Schema } from '../api/client';
import { useSend } from '../api/change';
import { newKey } from '../api/keep';
import { refreshLog } from '../api/queries';
import { Choice } from '../ui/Choice';
import { NumberField } from '../ui/NumberField';
import { ProblemNotice } from '../ui/Notices';
import { WeightField } from '../ui/WeightField';
import { number } from '../ui/figures';
import { Row } from '../ui/layouts';
import { useFields } from '../ui/useFields';
import { fibreWord } from '../ui/words';
import { useState } from 'react';

/** A component that was bought ready-made: taken in as it is, with its price, in the same step. */
export function BuyIn({ added }: { added: (lot: string) => void }) {
  const [key, setKey] = useState(newKey);
  const form = useFields({ fibre: 'silk' as Schema['Fibre'], colour: '', mass: '', price: '' });
  const buying = useSend(
    async (body: Schema['TakeInRequest'], key: string) =>
      (await api.POST('/api/fleeces', { body, params: { header: { 'Idempotency-Key': key } } })).data!,
    (made) => {
      added(made.lotId);
      setKey(newKey());
      form.reset();
      void refreshLog();
    },
  );
  const { values } = form;
  return (
    <Box>
      <Row gap={1} sx={{ alignItems: 'start' }}>
        <Choice
          label="Bought fibre"
          value={values.fibre}
          onChange={(fibre) => form.set({ fibre })}
          words={fibreWord}
          sx={{ width: 150 }}
        />
        <TextField label="Its colour" {...form.text('colour')} sx={{ width: 150 }} />
        <Box sx={{ width: 150 }}>
          <WeightField label="It weighs" {...form.field('mass')} error={buying.error?.at('mass')} />
        </Box>
        <NumberField label="It cost" {...form.field('price')} error={buying.error?.at('price')} sx={{ width: 110 }} />
        <Button
          variant="outlined"
          disabled={buying.busy || !values.mass.trim()}
          onClick={() =>
            void buying.go(
              {
                mass: values.mass,
                form: 'top',
                fibre: values.fibre,
                colour: values.colour.trim() || null,
                price: number(values.price),
                breedAsWritten: false,
                dyed: false,
              },
              key,
            )
          }
          sx={{ mt: 0.75 }}
        >
          Take it in
        </Button>
      </Row>
      <ProblemNotice
        error={buying.error && !['mass', 'price', 'colour'].some((f) => buying.error?.at(f)) ? buying.error : null}
      />
    </Box>
  );
}
