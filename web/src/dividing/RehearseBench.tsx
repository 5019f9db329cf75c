import Button from '@mui/material/Button';
import { useState } from 'react';
import { tappedAt } from '../api/clock';
import type { Schema } from '../api/client';
import type { BenchProps } from '../runs/bench';
import { useBeginRun } from '../runs/beginRun';
import { runsOf } from '../runs/queries';
import { ProblemNotice } from '../ui/Notices';
import { Column, Row } from '../ui/layouts';
import { RehearsalColours } from './RehearsalColours';
import { DyedTop } from './DyedTop';
import { MeasureFields, OrderFields, PlyFields } from './RehearsalFields';
import { RehearsedView } from './RehearsedView';
import { forgetRehearsal, keptRehearsal, useRehearsalForm } from './rehearsalForm';
import { SizeStrips } from './SizeStrips';
import { StripRun } from './StripRun';
import { StripSheet } from './StripSheet';
import layout from '../ui/layout.module.css';

/** Strip charts that are ticked off; and strips in order for each ply, with what they look like before a gram is torn off. */
export function RehearseBench({ lots, runs }: BenchProps) {
  const [open, setOpen] = useState(() => !!keptRehearsal());
  const charts = runsOf(runs, 'divide');
  return (
    <Column className={layout.below16} gap={2}>
      {charts.map((run, i) => (
        <StripRun key={run.id} run={run} first={i === 0} />
      ))}
      {open ? (
        <Rehearse
          lots={lots}
          close={() => {
            forgetRehearsal();
            setOpen(false);
          }}
        />
      ) : (
        <div>
          <Button variant="outlined" onClick={() => setOpen(true)}>
            Arrange strips and rehearse their colours
          </Button>
        </div>
      )}
    </Column>
  );
}

function Rehearse({ lots, close }: { lots: readonly Schema['LotLine'][]; close: () => void }) {
  const form = useRehearsalForm(lots);
  const starting = useBeginRun(close);
  const { view } = form;
  return (
    <section className={layout.below24} aria-label="Strips and their colours">
      {view && <StripSheet view={view} state={form.state} />}
      <Column gap={2} className="not-printed">
        {view && (
          <RehearsedView
            view={view}
            busy={starting.busy}
            begin={() => starting.begin({ craft: 'divide', chart: form.body, startedAt: tappedAt() })}
          />
        )}
        <RehearsalColours form={form} />
        <OrderFields form={form} />
        <PlyFields form={form} />
        <MeasureFields form={form} />
        <DyedTop form={form} />
        <SizeStrips take={(strip) => form.set({ strip })} />
        <Row gap={1}>
          <Button onClick={close}>Put the rehearsal away</Button>
        </Row>
        <ProblemNotice error={starting.error} />
        <ProblemNotice error={form.besides} />
      </Column>
    </section>
  );
}
