'use client';

import { WORKS, type Machine, type Work } from '@needlefile/core/shop/shop';
import { formatLength } from '@needlefile/core/units/length';
import { Form } from 'react-bootstrap';
import { Choices } from '@/components/choices';
import { LengthField } from '@/components/length-field';
import { NumberField } from '@/components/number-field';
import { useUnit } from '@/hooks/unit';
import { capitalised } from '@/job/operation-names';
import type { SectionProps } from './section';
import css from './shop.module.css';

/** How wide the machine cuts, and how it moves: what times are told by. */
export function MotionSection({ shop, machine, changeMachine }: SectionProps) {
  const { dynamics } = machine;
  const unit = useUnit();
  const setDynamics = (values: Partial<Machine['dynamics']>) => changeMachine({ dynamics: { ...dynamics, ...values } });
  return (
    <>
      <p className={css.lead}>
        Times and tool lines follow from these. Run a file, compare the time, and set what differs.
      </p>
      <div className={css.pairs}>
        <div className="field">
          <div className="field-row">
            <label htmlFor="machine-name">Name</label>
            <Form.Control
              id="machine-name"
              size="sm"
              value={machine.name}
              maxLength={80}
              onChange={({ target }) => changeMachine({ name: target.value })}
            />
          </div>
        </div>
        <LengthField
          label="Kerf"
          value={machine.kerf}
          least={0}
          most={50}
          onChange={(kerf) => changeMachine({ kerf })}
          hint="Width of the cut: of the beam, or of the cutter."
        />
        {shop.materials
          .filter(({ id }) => machine.materials.includes(id))
          .map(({ id, name }) => (
            <LengthField
              key={id}
              label={`… in ${name}`}
              value={machine.materialKerf?.[id] ?? null}
              placeholder={formatLength(machine.kerf, unit)}
              least={0}
              most={50}
              onChange={(kerf) => changeMachine({ materialKerf: { ...machine.materialKerf, [id]: kerf } })}
              onEmpty={() => {
                const { [id]: _, ...materialKerf } = machine.materialKerf ?? {};
                changeMachine({ materialKerf });
              }}
            />
          ))}
        <Choices
          label="Set off by"
          value={machine.kerfBy}
          onChange={(kerfBy) => changeMachine({ kerfBy })}
          options={[
            { value: 'file', label: 'The file', title: 'Cut lines lie half the kerf beside the true edges' },
            { value: 'controller', label: 'The controller', title: 'Cut lines lie on the true edges' },
          ]}
        />
        <Choices
          label="Leads"
          value={machine.lead.always ? 'always' : 'kerf'}
          onChange={(when) => changeMachine({ lead: { ...machine.lead, always: when === 'always' } })}
          options={[
            { value: 'kerf', label: 'With the kerf', title: 'Where the file sets cuts off, it leads to them too' },
            { value: 'always', label: 'Always', title: 'The file leads to cuts that the controller sets off' },
          ]}
        />
        <LengthField
          label="Lead: arc"
          value={machine.lead.radius}
          least={0}
          most={50}
          onChange={(radius) => changeMachine({ lead: { ...machine.lead, radius } })}
          hint="Cuts begin in the waste and come to the line by an arc so wide."
        />
        <LengthField
          label="Lead: straight"
          value={machine.lead.length}
          least={0}
          most={50}
          onChange={(length) => changeMachine({ lead: { ...machine.lead, length } })}
          hint="Before the arc. Both 0: cuts begin on their lines."
        />
        <LengthField
          label="Past the start"
          value={machine.lead.overlap}
          least={0}
          most={50}
          onChange={(overlap) => changeMachine({ lead: { ...machine.lead, overlap } })}
        />
        <LengthField
          label="Lead-out: arc"
          value={machine.lead.out}
          least={0}
          most={50}
          onChange={(out) => changeMachine({ lead: { ...machine.lead, out } })}
          hint="Back into the waste, where there is room. 0: it stops on the line."
        />
        <LengthField
          label="Past corners"
          value={machine.lead.corner}
          least={0}
          most={50}
          onChange={(corner) => changeMachine({ lead: { ...machine.lead, corner } })}
          hint="Past outer corners and back in a loop, where there is room and the cut has a lead. 0: it turns in them."
        />
        <NumberField
          label="To begin a line"
          value={machine.pierceTime}
          {...{ least: 0, most: 600, step: 0.1, suffix: 's' }}
          onChange={(pierceTime) => changeMachine({ pierceTime })}
          hint="To get through, or to let the tool down."
        />
        <Choices
          label="Counted for"
          value={machine.pierces}
          onChange={(pierces) => changeMachine({ pierces })}
          options={[
            { value: 'cuts', label: 'Cuts', title: 'A beam has to get through before it cuts' },
            { value: 'lines', label: 'Every line', title: 'A tool is let down before each line' },
          ]}
        />
        <NumberField
          label="Travel"
          value={machine.travelSpeed}
          {...{ least: 0.1, most: 100_000, step: 10, suffix: 'mm/s' }}
          onChange={(travelSpeed) => changeMachine({ travelSpeed })}
        />
        <NumberField
          label="Acceleration, lifted"
          value={dynamics.travel}
          {...{ least: 1, most: 1_000_000, step: 100, suffix: 'mm/s²' }}
          onChange={(travel) => setDynamics({ travel })}
        />
        <NumberField
          label="Acceleration, lines"
          value={dynamics.line}
          {...{ least: 1, most: 1_000_000, step: 100, suffix: 'mm/s²' }}
          onChange={(line) => setDynamics({ line })}
        />
        <NumberField
          label="Acceleration, rows"
          value={dynamics.rows}
          {...{ least: 1, most: 1_000_000, step: 100, suffix: 'mm/s²' }}
          onChange={(rows) => setDynamics({ rows })}
        />
        <NumberField
          label="Settles after a row"
          value={dynamics.settle}
          {...{ least: 0, most: 10, step: 0.005, suffix: 's' }}
          onChange={(settle) => setDynamics({ settle })}
        />
        <LengthField
          label="Cuts corners by"
          value={dynamics.deviation}
          least={0.0001}
          most={5}
          digits={3}
          onChange={(deviation) => setDynamics({ deviation })}
          hint="So that it need not stop in them."
        />
        <LengthField
          label="From row to row"
          value={machine.fillPitch}
          least={0.01}
          most={50}
          onChange={(fillPitch) => changeMachine({ fillPitch })}
        />
        <NumberField
          label="Sweeps in one file"
          value={machine.sweepsAtMost}
          whole
          {...{ least: 1, most: 200, step: 1 }}
          onChange={(sweepsAtMost) => changeMachine({ sweepsAtMost })}
          hint="Areas are swept in so many groups at most, each a layer of its own."
        />
        <NumberField
          label="An hour of it"
          value={machine.hourlyRate}
          {...{ least: 0, most: 1_000_000, step: 1, suffix: shop.currency }}
          onChange={(hourlyRate) => changeMachine({ hourlyRate })}
          hint="With whoever stands beside it. 0: no cost is told."
        />
      </div>
      <Works machine={machine} changeMachine={changeMachine} />
    </>
  );
}

function Works({ machine, changeMachine }: Pick<SectionProps, 'machine' | 'changeMachine'>) {
  const set = (work: Work, values: object) =>
    changeMachine({ settings: { ...machine.settings, [work]: { ...machine.settings[work]!, ...values } } });
  return (
    <table className={css.table}>
      <thead>
        <tr>
          <th scope="col">Work</th>
          <th scope="col">Speed, mm/s</th>
          <th scope="col">Power, %</th>
          <th scope="col">Passes</th>
        </tr>
      </thead>
      <tbody>
        {WORKS.filter((work) => machine.settings[work]).map((work) => {
          const { speed, power, passes } = machine.settings[work]!;
          const name = capitalised(work);
          return (
            <tr key={work}>
              <th scope="row">{name}</th>
              <td>
                <NumberField
                  bare
                  label={`${name}: speed`}
                  value={speed}
                  {...{ least: 0.1, most: 10_000, step: 1 }}
                  onChange={(value) => set(work, { speed: value })}
                />
              </td>
              <td>
                <NumberField
                  bare
                  label={`${name}: power`}
                  value={power}
                  {...{ least: 1, most: 100, step: 1 }}
                  onChange={(value) => set(work, { power: value })}
                />
              </td>
              <td>
                <NumberField
                  bare
                  whole
                  label={`${name}: passes`}
                  value={passes}
                  {...{ least: 1, most: 50, step: 1 }}
                  onChange={(value) => set(work, { passes: value })}
                />
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
