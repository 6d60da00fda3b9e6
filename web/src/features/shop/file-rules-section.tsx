'use client';

import { CORNERS, FILE_FORMATS, type Corner, type FileRules } from '@needlefile/core/shop/file-rules';
import { Form } from 'react-bootstrap';
import { Choices, Field } from '@/components/choices';
import { NumberField } from '@/components/number-field';
import type { SectionProps } from './section';
import css from './shop.module.css';

/** How the machine wants its files, whatever is in them. */
export function FileRulesSection({ machine, changeMachine }: Pick<SectionProps, 'machine' | 'changeMachine'>) {
  const { files } = machine;
  const set = (part: Partial<FileRules>) => changeMachine({ files: { ...files, ...part } });
  const toggle = (format: FileRules['formats'][number]) => {
    const next = FILE_FORMATS.filter((each) => (each === format) !== files.formats.includes(each));
    if (next.length > 0) set({ formats: next });
  };
  return (
    <div className={css.pairs}>
      <Field label="Files">
        <div className={css.checks}>
          {FILE_FORMATS.map((format) => (
            <Form.Check
              key={format}
              id={`format-${format}`}
              label={format.toUpperCase()}
              checked={files.formats.includes(format)}
              onChange={() => toggle(format)}
            />
          ))}
        </div>
      </Field>
      <Choices
        label="Operations"
        value={files.apart ? 'apart' : 'one'}
        onChange={(value) => set({ apart: value === 'apart' })}
        options={[
          { value: 'one', label: 'In one file' },
          { value: 'apart', label: 'A file each' },
        ]}
      />
      <Choices
        label="Told apart by"
        value={files.toldBy}
        onChange={(toldBy) => set({ toldBy })}
        options={[
          { value: 'layers', label: 'Layer' },
          { value: 'colours', label: 'Colour', title: 'Each operation has a colour of its own, near to its work’s' },
        ]}
      />
      <NumberField
        label="Colours it knows"
        value={files.mostColours ?? 0}
        whole
        {...{ least: 0, most: 255, step: 1 }}
        onChange={(count) => set({ mostColours: count === 0 ? null : count })}
        hint="0: any number. A job with more is stopped."
      />
      <Choices
        label="Page"
        value={files.page}
        onChange={(page) => set({ page })}
        options={[
          { value: 'sheet', label: 'The sheet' },
          { value: 'drawing', label: 'The drawing', title: 'No larger than what is drawn' },
        ]}
      />
      <Field label="Zero of a DXF" htmlFor="zero">
        <Form.Select
          id="zero"
          size="sm"
          value={files.zero}
          onChange={({ target }) => set({ zero: target.value as Corner })}
        >
          {CORNERS.map((corner) => (
            <option key={corner} value={corner}>
              {corner} of the page
            </option>
          ))}
        </Form.Select>
      </Field>
      <Choices
        label="y of a DXF"
        value={files.yDown ? 'down' : 'up'}
        onChange={(value) => set({ yDown: value === 'down' })}
        options={[
          { value: 'up', label: 'Upwards' },
          { value: 'down', label: 'Downwards' },
        ]}
      />
      <Choices
        label="Unit in files"
        value={files.unit}
        onChange={(unit) => set({ unit })}
        options={[
          { value: 'mm', label: 'mm' },
          { value: 'inch', label: 'inch' },
        ]}
      />
      <Choices
        label="DXF"
        value={files.dxf}
        onChange={(dxf) => set({ dxf })}
        options={[
          { value: 'R2000', label: 'R2000' },
          { value: 'R12', label: 'R12', title: 'For old controllers. It cannot say in which unit it counts.' },
        ]}
      />
      <Choices
        label="Curves"
        value={files.curves}
        onChange={(curves) => set({ curves })}
        options={[
          { value: 'arcs', label: 'Arcs', title: 'SVG and PDF keep curves as they are' },
          { value: 'splines', label: 'Splines', title: 'In a DXF of R2000; R12 knows none and has arcs' },
          { value: 'lines', label: 'Short lines', title: 'In all formats, within the job’s tolerance' },
        ]}
      />
      <Choices
        label="Words in files"
        value={files.words ? 'yes' : 'no'}
        onChange={(value) => set({ words: value === 'yes' })}
        options={[
          { value: 'yes', label: 'Title and ticket' },
          { value: 'no', label: 'None' },
        ]}
      />
    </div>
  );
}
