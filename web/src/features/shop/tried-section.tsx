'use client';

import { WORKS, type Material, type Shop, type TriedSettings, type Work } from '@needlefile/core/shop/shop';
import { keepTried } from '@needlefile/core/shop/tried';
import { format } from 'date-fns';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { LengthField } from '@/components/length-field';
import { NumberField } from '@/components/number-field';
import { capitalised } from '@/job/operation-names';
import type { SectionProps } from './section';
import { MaterialSelect } from './material-select';
import { SettingsPlate } from './settings-plate';
import css from './shop.module.css';
import { useStock } from './use-stock';

/** Settings that were found to be right on this machine, by material and thickness; and plates to find them. */
export function TriedSection({ shop, machine, isSaved, change }: SectionProps) {
  const own = shop.tried.filter((each) => each.machine === machine.id);
  const materials = shop.materials.filter(({ id }) => machine.materials.includes(id));
  const set = (id: string, values: Partial<TriedSettings>) =>
    change({ ...shop, tried: shop.tried.map((each) => (each.id === id ? { ...each, ...values } : each)) });
  const takeOut = (id: string) => change({ ...shop, tried: shop.tried.filter((each) => each.id !== id) });
  return (
    <>
      <p className={css.lead}>
        Jobs of the same material and thickness start from these. “Keep as tried” at an operation of a job puts its
        settings here.
      </p>
      {own.length === 0 ? (
        <p>Nothing is kept for the {machine.name} yet.</p>
      ) : (
        <table className={`${css.table} ${css.tried}`}>
          <thead>
            <tr>
              {['Material', 'Thickness', 'Work', 'Speed, mm/s', 'Power, %', 'Passes', 'Note', 'Tried'].map((head) => (
                <th key={head} scope="col">
                  {head}
                </th>
              ))}
              <th scope="col">
                <span className="visually-hidden">Take out</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {own.map((tried) => (
              <TriedRow
                key={tried.id}
                tried={tried}
                material={shop.materials.find(({ id }) => id === tried.material)}
                onChange={(values) => set(tried.id, values)}
                onTakeOut={() => takeOut(tried.id)}
              />
            ))}
          </tbody>
        </table>
      )}
      <AddTried key={machine.id} {...{ shop, machine, materials, change }} />
      <SettingsPlate {...{ shop, machine, materials, isSaved }} />
    </>
  );
}

interface RowProps {
  readonly tried: TriedSettings;
  readonly material: Material | undefined;
  readonly onChange: (values: Partial<TriedSettings>) => void;
  readonly onTakeOut: () => void;
}

function TriedRow({ tried, material, onChange, onTakeOut }: RowProps) {
  const what = `${tried.work} ${material?.name ?? tried.material} ${tried.thickness} mm`;
  return (
    <tr>
      <th scope="row">{material?.name ?? tried.material}</th>
      <td className="number">{tried.thickness} mm</td>
      <td>{tried.work}</td>
      <td>
        <NumberField
          bare
          label={`${what}: speed`}
          value={tried.speed}
          {...{ least: 0.1, most: 10_000, step: 1 }}
          onChange={(speed) => onChange({ speed })}
        />
      </td>
      <td>
        <NumberField
          bare
          label={`${what}: power`}
          value={tried.power}
          {...{ least: 1, most: 100, step: 1 }}
          onChange={(power) => onChange({ power })}
        />
      </td>
      <td>
        <NumberField
          bare
          whole
          label={`${what}: passes`}
          value={tried.passes}
          {...{ least: 1, most: 50, step: 1 }}
          onChange={(passes) => onChange({ passes })}
        />
      </td>
      <td>
        <Form.Control
          size="sm"
          aria-label={`${what}: note`}
          value={tried.note}
          maxLength={200}
          onChange={({ target }) => onChange({ note: target.value })}
        />
      </td>
      <td className={css.date}>{format(new Date(tried.date), 'd MMM yyyy')}</td>
      <td>
        <Button size="sm" variant="light" aria-label={`Take out ${what}`} onClick={onTakeOut}>
          Take out
        </Button>
      </td>
    </tr>
  );
}

interface AddProps extends Pick<SectionProps, 'machine' | 'change'> {
  readonly shop: Shop;
  readonly materials: readonly Material[];
}

function AddTried({ shop, machine, materials, change }: AddProps) {
  const { material, thickness, setMaterial, setThickness } = useStock(shop, materials);
  const works = WORKS.filter((work) => machine.settings[work]);
  const [work, setWork] = useState<Work>(works[0] ?? 'cut');
  const add = () =>
    change(
      keepTried(shop, {
        ...machine.settings[work]!,
        ...{ machine: machine.id, material, thickness, work, note: '' },
        date: format(new Date(), 'yyyy-MM-dd'),
      }),
    );
  if (materials.length === 0 || works.length === 0) return null;
  return (
    <div className={css.addTried}>
      <MaterialSelect materials={materials} value={material} onChange={setMaterial} />
      <LengthField bare label="Thickness" value={thickness} least={0.01} most={500} onChange={setThickness} />
      <Form.Select size="sm" aria-label="Work" value={work} onChange={({ target }) => setWork(target.value as Work)}>
        {works.map((each) => (
          <option key={each} value={each}>
            {capitalised(each)}
          </option>
        ))}
      </Form.Select>
      <Button size="sm" variant="light" onClick={add}>
        Add a row
      </Button>
    </div>
  );
}
