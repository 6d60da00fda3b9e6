'use client';

import { MOST_TEST_STEPS, settingsTestPlate, valuesOf, type TestRange } from '@needlefile/core/makes/test-plates';
import { WORKS, type Machine, type Material, type Work } from '@needlefile/core/shop/shop';
import { useState } from 'react';
import { Form } from 'react-bootstrap';
import { Field } from '@/components/choices';
import { LengthField } from '@/components/length-field';
import { NumberField } from '@/components/number-field';
import { capitalised } from '@/job/operation-names';
import { MaterialSelect } from './material-select';
import type { SectionProps } from './section';
import css from './shop.module.css';
import { TestJobButton } from './test-job';
import { useStock } from './use-stock';

interface Props extends Pick<SectionProps, 'shop' | 'machine' | 'isSaved'> {
  readonly materials: readonly Material[];
}

/** Half and twice what the machine starts from, or from a fifth of the power to all. */
const rangesOf = (machine: Machine, work: Work): { readonly speed: TestRange; readonly power: TestRange } => {
  const { speed = 10 } = machine.settings[work] ?? {};
  return { speed: { from: speed / 2, to: speed * 2, steps: 5 }, power: { from: 20, to: 100, steps: 5 } };
};

/** Makes the job of a plate of squares, each at another speed and power. */
export function SettingsPlate({ shop, machine, isSaved, materials }: Props) {
  const works = WORKS.filter((each) => machine.settings[each]);
  const [work, setWork] = useState<Work>(works.includes('engrave') ? 'engrave' : works[0]!);
  const [ranges, setRanges] = useState(() => rangesOf(machine, work));
  const { material, thickness, setMaterial, setThickness } = useStock(shop, materials);
  if (materials.length === 0) return null;
  const chooseWork = (next: Work) => {
    setWork(next);
    setRanges(rangesOf(machine, next));
  };
  return (
    <section className={css.plate} aria-label="Test plate">
      <h2>A plate to find settings with</h2>
      <p className={css.lead}>Squares at every speed and power, with both written beside them, as a job.</p>
      <div className={css.pairs}>
        <Field label="Work" htmlFor="plate-work">
          <Form.Select
            id="plate-work"
            size="sm"
            value={work}
            onChange={({ target }) => chooseWork(target.value as Work)}
          >
            {works.map((each) => (
              <option key={each} value={each}>
                {capitalised(each)}
              </option>
            ))}
          </Form.Select>
        </Field>
        <Field label="Material" htmlFor="plate-material">
          <MaterialSelect id="plate-material" materials={materials} value={material} onChange={setMaterial} />
        </Field>
        <LengthField label="Thickness" value={thickness} least={0.01} most={500} onChange={setThickness} />
        <Range
          label="Speed"
          suffix="mm/s"
          limits={{ least: 0.1, most: 10_000 }}
          range={ranges.speed}
          onChange={(speed) => setRanges({ ...ranges, speed })}
        />
        <Range
          label="Power"
          suffix="%"
          limits={{ least: 1, most: 100 }}
          range={ranges.power}
          onChange={(power) => setRanges({ ...ranges, power })}
        />
      </div>
      <TestJobButton
        isSaved={isSaved}
        recipe={() => settingsTestPlate({ machine, material, thickness }, work, ranges.speed, ranges.power)}
      >
        Make the plate: {ranges.speed.steps} × {ranges.power.steps} squares
      </TestJobButton>
    </section>
  );
}

interface RangeProps {
  readonly label: string;
  readonly suffix: string;
  readonly limits: { readonly least: number; readonly most: number };
  readonly range: TestRange;
  readonly onChange: (range: TestRange) => void;
}

function Range({ label, suffix, limits, range, onChange }: RangeProps) {
  return (
    <Field label={label} hint={`${valuesOf(range).join(', ')} ${suffix}`}>
      <div className={css.range}>
        <NumberField
          bare
          label={`${label} from, ${suffix}`}
          value={range.from}
          {...limits}
          step={1}
          onChange={(from) => onChange({ ...range, from })}
        />
        <span className="soft">to</span>
        <NumberField
          bare
          label={`${label} to, ${suffix}`}
          value={range.to}
          {...limits}
          step={1}
          onChange={(to) => onChange({ ...range, to })}
        />
        <span className="soft">in</span>
        <NumberField
          bare
          whole
          label={`${label}: steps`}
          value={range.steps}
          {...{ least: 1, most: MOST_TEST_STEPS, step: 1 }}
          onChange={(steps) => onChange({ ...range, steps })}
        />
      </div>
    </Field>
  );
}
