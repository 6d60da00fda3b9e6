'use client';

import { sharedIn, WORKS, type OutputLayer, type Work } from '@needlefile/core/shop/shop';
import { useState } from 'react';
import { Form } from 'react-bootstrap';
import { LengthField } from '@/components/length-field';
import { NumberField } from '@/components/number-field';
import { capitalised } from '@/job/operation-names';
import { FileRulesSection } from './file-rules-section';
import type { SectionProps } from './section';
import { TestPattern } from './test-pattern';
import css from './shop.module.css';

/** What stands for each work in the machine's files. */
export function OutputMapSection({ shop, machine, isSaved, changeMachine }: SectionProps) {
  const set = (work: Work, values: Partial<OutputLayer>) =>
    changeMachine({ output: { ...machine.output, [work]: { ...machine.output[work], ...values } } });
  const shared = sharedIn(machine);
  return (
    <>
      <p className={css.lead}>
        What stands for each work in the files of the {machine.name}: the layer in DXF, SVG and PDF, the colour and
        width of lines in SVG and PDF, and the colour number in DXF. Where a job has several operations of one work,
        each has the layer with its own name after it.
      </p>
      <table className={css.table}>
        <thead>
          <tr>
            <th scope="col">Work</th>
            <th scope="col">Layer</th>
            <th scope="col">Colour</th>
            <th scope="col">DXF number</th>
            <th scope="col">Line width</th>
            <th scope="col">Swept areas</th>
          </tr>
        </thead>
        <tbody>
          {WORKS.map((work) => (
            <tr key={work}>
              <th scope="row">
                {capitalised(work)}
                {!machine.settings[work] && <small>not done by this machine</small>}
              </th>
              <td>
                <LayerName
                  label={`${capitalised(work)}: layer`}
                  value={machine.output[work].layer}
                  onChange={(layer) => set(work, { layer })}
                />
              </td>
              <td>
                <Form.Control
                  type="color"
                  aria-label={`${capitalised(work)}: colour`}
                  value={machine.output[work].colour}
                  onChange={({ target }) => set(work, { colour: target.value })}
                />
              </td>
              <td>
                <NumberField
                  bare
                  whole
                  label={`${capitalised(work)}: DXF colour number`}
                  value={machine.output[work].dxfColour}
                  {...{ least: 1, most: 255, step: 1 }}
                  onChange={(dxfColour) => set(work, { dxfColour })}
                />
              </td>
              <td>
                <LengthField
                  bare
                  label={`${capitalised(work)}: line width`}
                  value={machine.output[work].lineWidth}
                  least={0.01}
                  most={5}
                  onChange={(lineWidth) => set(work, { lineWidth })}
                />
              </td>
              <td>
                {work === 'engrave' && (
                  <Form.Select
                    size="sm"
                    aria-label={`${capitalised(work)}: areas that are swept`}
                    value={machine.output[work].areas}
                    onChange={({ target }) => set(work, { areas: target.value as OutputLayer['areas'] })}
                  >
                    <option value="filled">filled</option>
                    <option value="edges">by their edges</option>
                  </Form.Select>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {shared.length > 0 ? (
        <p className="field-problem" role="alert">
          {shared.map(({ what, works }) => `${works.map(capitalised).join(' and ')} have one ${what}`).join('; ')}: a
          machine that goes by it cannot tell them apart.
        </p>
      ) : (
        <p className="field-hint">Each work can be told by its layer, its colour and its colour number alone.</p>
      )}
      <FileRulesSection machine={machine} changeMachine={changeMachine} />
      <div className={css.prove}>
        <TestPattern {...{ shop, machine, isSaved }} />
        <span className="field-hint">
          A job with a square of each work, named. Run its files on the machine: what each square has become proves the
          map.{!isSaved && ' Save the shop first.'}
        </span>
      </div>
    </>
  );
}

/** A name that every format can carry; what cannot be is not taken. */
function LayerName({ label, value, onChange }: { label: string; value: string; onChange: (name: string) => void }) {
  const [typed, setTyped] = useState<string | null>(null);
  const isGood = (name: string): boolean => /^[A-Z0-9_-]{1,31}$/.test(name);
  const shown = typed ?? value;
  return (
    <>
      <Form.Control
        size="sm"
        className="number"
        aria-label={label}
        aria-invalid={!isGood(shown)}
        value={shown}
        maxLength={31}
        onChange={({ target }) => {
          const name = target.value.toUpperCase();
          setTyped(name);
          if (isGood(name)) onChange(name);
        }}
        onBlur={() => setTyped(null)}
      />
      {!isGood(shown) && (
        <div className="field-problem" role="alert">
          Letters, figures, - and _ only. It stays {value}.
        </div>
      )}
    </>
  );
}
