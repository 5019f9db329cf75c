import Button from '@mui/material/Button';
import { useState, type FormEvent } from 'react';
import { Problem, type Schema } from '../api/client';
import { useSession } from '../api/queries';
import { tappedAt } from '../api/clock';
import { useBeginRun } from '../runs/beginRun';
import { SelectField } from '../ui/SelectField';
import { LotChips } from '../ui/LotChips';
import { ProblemNotice } from '../ui/Notices';
import { NumberField } from '../ui/NumberField';
import { WrapsField } from '../ui/WrapsField';
import { frozen, number } from '../ui/figures';
import { Column, Row } from '../ui/layouts';
import { useFields } from '../ui/useFields';
import { useSettled } from '../ui/useSettled';
import { PlyPlan } from './PlyPlan';
import { usePlyPlan, useRemains } from './queries';
import { OnTool, noTool } from './OnTool';
import { twistWord } from '../ui/words';
import { plyFromWord, plyWord } from './words';
import { UnitField } from '../ui/UnitField';
import { useUnits } from '../api/units';
import { figureWithUnit } from '../ui/withUnit';
import typography from '../ui/typography.module.css';

/** What is to be plied of which bobbins: what it gives and how to do it, before anything is begun. */
export function StartPlying({ lots, wanted }: { lots: readonly Schema['LotLine'][]; wanted: string | null }) {
  // Whoever came for a bobbin wants to ply it.
  const [open, setOpen] = useState(lots.some((l) => l.code === wanted));
  const looker = useSession().data?.workshop?.role === 'looker';
  const came = lots.find((l) => l.code === wanted);
  const waiting = lots.filter((l) => l.next === 'ply');
  const [chosen, setChosen] = useState<string[] | null>(null);
  const remains = (useRemains().data ?? []).filter((r) => lots.some((l) => l.id === r.lotId));
  const form = useFields({
    structure: 'plain' as Schema['YarnStructure'],
    plies: '2',
    degrees: '',
    takeUp: '',
    wraps: '',
    direction: '' as Schema['TwistDirection'] | '',
    from: 'bobbins' as Schema['PlyFrom'],
    tool: noTool,
    length: '',
  });
  const starting = useBeginRun(() => {
    setChosen(null);
    setOpen(false);
    form.reset();
  });
  const { values } = form;
  const units = useUnits();
  const plies = values.structure === 'plain' ? (number(values.plies) ?? 0) : 2;
  // A chain is of one bobbin, a cable of four or of two that were plied already.
  const strandsOfCable = (came ?? waiting[0])?.form === 'singles' ? 4 : 2;
  const most =
    values.structure === 'chain' ? 1 : values.structure === 'cable' ? strandsOfCable : Math.max(1, plies || 1);
  // A bobbin is plied with its like: those of the same fleece come first.
  const root = came?.code.split('.')[0];
  const usual = came ? [came, ...waiting.filter((l) => l.id !== came.id && l.code.split('.')[0] === root)] : waiting;
  const lotIds = (chosen ?? usual.slice(0, most).map((l) => l.id)).filter((id) => lots.some((l) => l.id === id));
  const body: Schema['PlyStart'] = {
    lotIds,
    plies,
    structure: values.structure,
    degrees: values.degrees.trim() === '' ? null : (number(values.degrees) ?? 0),
    wraps: values.wraps.trim() || null,
    direction: values.direction || null,
    from: values.from,
    toolId: values.tool.id,
    ratio: values.tool.by === 'turns' ? null : number(values.tool.ratio),
    drawMillimetres: figureWithUnit(values.length, units.length),
    by: values.tool.by,
    takeUpPercent: number(values.takeUp),
    startedAt: null,
  };
  const wish = frozen(body);
  const asked = useSettled(wish);
  const plan = usePlyPlan(asked, open && lotIds.length > 0 && asked === wish);
  const refused = plan.error instanceof Problem && !plan.error.isAway ? plan.error : null;
  const view = refused ? undefined : plan.data;
  const against = (name: string) => starting.error?.at(name) ?? refused?.at(name);
  const figure = (name: 'plies' | 'degrees' | 'length' | 'takeUp', sent: string = name) => ({
    value: values[name],
    onChange: (text: string) => {
      starting.clearError();
      form.set({ [name]: text });
    },
    error: against(sent),
  });
  const told = ['plies', 'degrees', 'wraps', 'drawMillimetres', 'ratio', 'takeUpPercent'];
  const problem = starting.error ?? refused;
  const colour = lots.find((l) => l.id === lotIds[0])?.colour ?? '';
  if (!open)
    return (
      <Column gap={1}>
        <Row align="center" gap={2}>
          <Button variant="outlined" onClick={() => setOpen(true)}>
            Ply by a plan
          </Button>
          <p className={typography.quiet}>turns from the angle, and what is left over</p>
        </Row>
        {remains.map((r) => (
          <Row align="center" key={r.lotId} gap={1.5}>
            <p>
              {r.code} has {r.words}
            </p>
            <Button
              size="small"
              variant="outlined"
              disabled={looker}
              onClick={() => {
                setChosen([r.lotId]);
                form.set({ structure: 'chain' });
                setOpen(true);
              }}
            >
              Chain ply what stays of {r.code}
            </Button>
          </Row>
        ))}
      </Column>
    );
  const begin = (e: FormEvent) => {
    e.preventDefault();
    starting.begin({ ...body, craft: 'ply', startedAt: tappedAt() });
  };
  return (
    <form noValidate onSubmit={begin} aria-label="Ply by a plan">
      <Column gap={1.5}>
        <h2>Ply by a plan</h2>
        <LotChips lots={lots} chosen={lotIds} onChange={setChosen} first="ply" />
        {view && <PlyPlan plan={view} colour={colour} />}
        <Row align="start" gap={1.5}>
          <SelectField
            style={{ width: 215 }}
            label="Becomes"
            value={values.structure}
            onChange={(structure) => form.set({ structure })}
            words={plyWord}
          />
          {values.structure === 'plain' && (
            <NumberField style={{ width: 90 }} label="Plies" whole {...figure('plies')} />
          )}
          <NumberField
            style={{ width: 110 }}
            label="Angle, °"
            {...figure('degrees')}
            placeholder={view?.fresh.degrees == null ? '' : String(view.fresh.degrees)}
            shrink={view !== undefined}
          />
          <NumberField
            style={{ width: 180 }}
            label="Taken up in plying, %"
            {...figure('takeUp', 'takeUpPercent')}
            placeholder={view ? String(view.takeUpPercent) : ''}
            shrink={view !== undefined}
          />
          <WrapsField
            label="Fresh, wraps an inch"
            value={values.wraps}
            onChange={(wraps) => {
              starting.clearError();
              form.set({ wraps });
            }}
            error={against('wraps')}
            help="left empty: by the bobbins"
            width={210}
          />
          <SelectField
            style={{ width: 230 }}
            label="Ply it"
            value={values.direction}
            onChange={(direction) => form.set({ direction })}
            words={{ '': 'as it has to be', ...twistWord }}
          />
          <SelectField
            style={{ width: 245 }}
            label="From"
            value={values.from}
            onChange={(from) => form.set({ from })}
            words={plyFromWord}
          />
        </Row>
        <Row align="start" gap={1.5}>
          <OnTool
            value={values.tool}
            onChange={(tool) => {
              starting.clearError();
              form.set({ tool });
            }}
            error={against('ratio')}
          />
          <UnitField
            style={{ width: 215 }}
            label="Wound on at once"
            unit={units.length}
            {...figure('length', 'drawMillimetres')}
            placeholder="20 cm"
          />
        </Row>
        <Row gap={1}>
          <Button type="submit" variant="contained" disabled={lotIds.length === 0 || looker || starting.busy}>
            Begin plying
          </Button>
        </Row>
        {starting.away && <p>The server is away: this is kept here and goes in by itself.</p>}
        <ProblemNotice error={problem && !problem.isToldAt(told) ? problem : null} />
      </Column>
    </form>
  );
}
