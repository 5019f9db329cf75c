import type { Schema } from '../api/client';
import { NumberField } from '../ui/NumberField';
import { Row } from '../ui/layouts';
import type { AimFigure, AimState } from './aimState';
import { OnTool } from './OnTool';
import { SelectField } from '../ui/SelectField';
import { byWord, firmnessWord } from './words';
import { UnitField } from '../ui/UnitField';
import { useUnits } from '../api/units';

interface Props {
  state: AimState;
  set: (part: Partial<AimState>) => void;
  /** What a field of figures is given: its text, what typing does, what was refused. */
  figure: (name: AimFigure, sent?: string) => { value: string; onChange: (text: string) => void; error?: string };
  ratioError: string | undefined;
  view: Schema['AimView'] | undefined;
}

/** What is usually left as it is: the tool and the hand, and the figures that are learned. */
export function AimExactly({ state, set, figure, ratioError, view }: Props) {
  const units = useUnits();
  return (
    <>
      <Row align="start" gap={1.5}>
        <OnTool value={state.tool} onChange={(tool) => set({ tool })} error={ratioError} />
        <UnitField
          style={{ width: 120 }}
          label="A draw"
          unit={units.length}
          {...figure('drawn', 'drawMillimetres')}
          placeholder={view?.draw ?? ''}
          shrink={Boolean(view?.draw)}
        />
        <NumberField
          style={{ width: 175 }}
          label={`At most ${byWord[state.tool.by].toLowerCase()}`}
          {...figure('most', 'mostTreadles')}
          placeholder={state.tool.by === 'treadles' ? '8' : ''}
        />
        <UnitField
          style={{ width: 175 }}
          label="Supply"
          unit={units.supply}
          {...figure('supplied', 'supplyGramsPerMetre')}
          help="how far to draw it out"
        />
        <NumberField
          style={{ width: 230 }}
          label="More turns in the singles, %"
          {...figure('extra', 'extraTurnsPercent')}
          help="10 to 33 for socks"
        />
        <SelectField
          style={{ width: 230 }}
          label="The singles are"
          value={state.firmness ?? 'usual'}
          onChange={(firmness) => set({ firmness })}
          words={firmnessWord}
        />
      </Row>
      <Row align="start" gap={1.5}>
        <NumberField
          style={{ width: 185 }}
          label="Wrap density, washed"
          {...figure('density', 'finishedDensity')}
          placeholder={view ? String(view.finishedDensity) : ''}
          help="g in a cubic centimetre"
          shrink
        />
        <NumberField
          style={{ width: 180 }}
          label="Bloom in the wash, %"
          {...figure('bloom', 'bloomPercent')}
          placeholder={view ? String(view.bloomPercent) : ''}
          help="fewer wraps after it"
          shrink
        />
        <NumberField
          style={{ width: 180 }}
          label="Taken up in plying, %"
          {...figure('takeUp', 'takeUpPercent')}
          placeholder={view ? String(view.takeUpPercent) : ''}
          shrink
        />
      </Row>
    </>
  );
}
