'use client';

import type { Material } from '@needlefile/core/shop/shop';
import { Form } from 'react-bootstrap';
import { NumberField } from '@/components/number-field';
import type { SectionProps } from './section';
import css from './shop.module.css';

/** What the shop cuts: what it weighs, and what it costs. */
export function MaterialsSection({ shop, change }: SectionProps) {
  const set = (id: string, values: Partial<Material>) =>
    change({ ...shop, materials: shop.materials.map((each) => (each.id === id ? { ...each, ...values } : each)) });
  return (
    <>
      <p className={css.lead}>
        Weights and costs of jobs are told by these. A price is for a litre of the material, so that a sheet costs as
        much as it is thick; 0: no cost is told.
      </p>
      <div className={css.pairs}>
        <div className="field">
          <div className="field-row">
            <label htmlFor="currency">Prices are in</label>
            <Form.Control
              id="currency"
              size="sm"
              value={shop.currency}
              maxLength={8}
              onChange={({ target }) => change({ ...shop, currency: target.value })}
            />
          </div>
        </div>
      </div>
      <table className={css.table}>
        <thead>
          <tr>
            <th scope="col">Material</th>
            <th scope="col">Density, g/cm³</th>
            <th scope="col">Price, {shop.currency} a litre</th>
          </tr>
        </thead>
        <tbody>
          {shop.materials.map((material) => (
            <tr key={material.id}>
              <th scope="row">{material.name}</th>
              <td>
                <NumberField
                  bare
                  label={`${material.name}: density`}
                  value={material.density}
                  {...{ least: 0.01, most: 30, step: 0.1 }}
                  onChange={(density) => set(material.id, { density })}
                />
              </td>
              <td>
                <NumberField
                  bare
                  label={`${material.name}: price of a litre`}
                  value={material.price}
                  {...{ least: 0, most: 1_000_000, step: 1 }}
                  onChange={(price) => set(material.id, { price })}
                />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}
