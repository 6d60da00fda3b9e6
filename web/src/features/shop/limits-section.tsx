'use client';

import { limitAt, LIMIT_NAMES, limitsFor, type HouseLimits, type ThicknessLimit } from '@needlefile/core/shop/limits';
import { type Machine, type Shop } from '@needlefile/core/shop/shop';
import { lengthWithUnit } from '@needlefile/core/units/length';
import { useState } from 'react';
import { Form } from 'react-bootstrap';
import { LengthField } from '@/components/length-field';
import { NumberField } from '@/components/number-field';
import { useUnit } from '@/hooks/unit';
import type { SectionProps } from './section';
import css from './shop.module.css';

const MEANINGS: Record<keyof HouseLimits, string> = {
  bridge: 'Material left to hold an island.',
  neck: 'Where stand-alone letters join.',
  wall: 'Material anywhere else.',
  gap: 'A slot, or the space between two edges: the cut closes or eats what is narrower.',
  counter: 'The widest disc that fits in it.',
  speck: 'The longer side of a piece or a hole.',
};

/** What the shop trusts, by machine and material; every job is checked against it. */
export function LimitsSection({ shop, machine, change, changeMachine }: SectionProps) {
  const unit = useUnit();
  const [materialId, setMaterial] = useState('');
  const material = machine.materials.includes(materialId)
    ? shop.materials.find(({ id }) => id === materialId)
    : undefined;
  const [thickness, setThickness] = useState(3);
  const set = (name: keyof HouseLimits, limit: ThicknessLimit | null) =>
    change(withLimit(shop, machine.id, material?.id, name, limit));
  const limits = material ? limitsFor(machine, material) : machine.limits;
  const own = material ? (machine.materialLimits?.[material.id] ?? {}) : null;
  return (
    <>
      <p className={css.lead}>
        What is smaller than these becomes a finding in every job. Each is the larger of a least length and a share of
        the sheet’s thickness.
      </p>
      <div className={css.choose}>
        <Form.Select
          aria-label="Material"
          value={material?.id ?? ''}
          onChange={({ target }) => setMaterial(target.value)}
        >
          <option value="">any material</option>
          {shop.materials
            .filter(({ id }) => machine.materials.includes(id))
            .map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
        </Form.Select>
        <LengthField label="Example sheet" value={thickness} least={0.05} most={100} onChange={setThickness} />
      </div>
      <table className={css.table}>
        <thead>
          <tr>
            <th scope="col">Limit</th>
            <th scope="col">At least</th>
            <th scope="col">Times thickness</th>
            <th scope="col">On {lengthWithUnit(thickness, unit)}</th>
            <th scope="col">
              <span className="visually-hidden">Own to the material</span>
            </th>
          </tr>
        </thead>
        <tbody key={`${machine.id}/${material?.id ?? ''}`}>
          {(Object.keys(LIMIT_NAMES) as (keyof HouseLimits)[]).map((name) => (
            <tr key={name}>
              <th scope="row">
                {LIMIT_NAMES[name]}
                <small>{MEANINGS[name]}</small>
              </th>
              <td>
                <LengthField
                  bare
                  label={`${LIMIT_NAMES[name]}: at least`}
                  value={limits[name].least}
                  least={0}
                  most={500}
                  onChange={(least) => set(name, { ...limits[name], least })}
                />
              </td>
              <td>
                <NumberField
                  bare
                  label={`${LIMIT_NAMES[name]}: times thickness`}
                  value={limits[name].perThickness}
                  least={0}
                  most={50}
                  step={0.1}
                  onChange={(perThickness) => set(name, { ...limits[name], perThickness })}
                />
              </td>
              <td className="number">{lengthWithUnit(limitAt(limits[name], thickness), unit)}</td>
              <td>
                {own?.[name] && (
                  <button type="button" className="btn btn-light btn-sm" onClick={() => set(name, null)}>
                    As any material
                  </button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <div className={css.choose}>
        <NumberField
          label="A bridge carries"
          value={machine.bridgeLoad}
          least={0.1}
          most={100_000}
          step={5}
          suffix="g"
          onChange={(bridgeLoad) => changeMachine({ bridgeLoad })}
          hint="Heavier islands ask for two."
        />
        <NumberField
          label="Bridge reach"
          value={machine.bridgeReach}
          least={1}
          most={1000}
          step={1}
          suffix="× width"
          onChange={(bridgeReach) => changeMachine({ bridgeReach })}
          hint="Longer bridges bend or burn through."
        />
      </div>
    </>
  );
}

/** The shop with one limit changed, of a machine or of a material on it; null takes a material's own away. */
function withLimit(
  shop: Shop,
  machineId: string,
  materialId: string | undefined,
  name: keyof HouseLimits,
  limit: ThicknessLimit | null,
): Shop {
  const changed = (machine: Machine): Machine => {
    if (materialId === undefined) return limit ? { ...machine, limits: { ...machine.limits, [name]: limit } } : machine;
    const { [name]: _, ...rest } = machine.materialLimits?.[materialId] ?? {};
    return {
      ...machine,
      materialLimits: { ...machine.materialLimits, [materialId]: limit ? { ...rest, [name]: limit } : rest },
    };
  };
  return { ...shop, machines: shop.machines.map((machine) => (machine.id === machineId ? changed(machine) : machine)) };
}
