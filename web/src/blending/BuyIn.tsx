import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { api, type Schema } from '../api/client';
import { useSend } from '../api/change';
import { newKey } from '../api/keep';
import { refreshLog } from '../api/queries';
import { SelectField } from '../ui/SelectField';
import { NumberField } from '../ui/NumberField';
import { ProblemNotice } from '../ui/Notices';
import { WeightField } from '../ui/WeightField';
import { number } from '../ui/figures';
import { Row } from '../ui/layouts';
import { useFields } from '../ui/useFields';
import { fibreWord } from '../ui/words';
import { useState } from 'react';
import layout from '../ui/layout.module.css';

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
    <div>
      <Row align="start" gap={1}>
        <SelectField
          style={{ width: 150 }}
          label="Bought fibre"
          value={values.fibre}
          onChange={(fibre) => form.set({ fibre })}
          words={fibreWord}
        />
        <TextField style={{ width: 150 }} label="Its colour" {...form.text('colour')} />
        <div style={{ width: 150 }}>
          <WeightField label="It weighs" {...form.field('mass')} error={buying.error?.at('mass')} />
        </div>
        <NumberField
          style={{ width: 110 }}
          label="It cost"
          {...form.field('price')}
          error={buying.error?.at('price')}
        />
        <Button
          className={layout.above6}
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
                massAsWritten: false,
                dyed: false,
              },
              key,
            )
          }
        >
          Take it in
        </Button>
      </Row>
      <ProblemNotice
        error={buying.error && !['mass', 'price', 'colour'].some((f) => buying.error?.at(f)) ? buying.error : null}
      />
    </div>
  );
}
