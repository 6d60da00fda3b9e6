'use client';

import { LIMITS, type LetteringItem } from '@needlefile/core/recipe/schema';
import { lengthWithUnit } from '@needlefile/core/units/length';
import { Choices } from '@/components/choices';
import { LengthField } from '@/components/length-field';
import { NumberField } from '@/components/number-field';
import { PanelFold } from '@/components/panel';
import { useUnit } from '@/hooks/unit';
import { useEditLettering, useLettering } from '@/job/chosen';

type Bow = NonNullable<LetteringItem['bow']>;

/** Setting the lines on an arc or round a circle. */
export function CircleFold() {
  const bow = useLettering((item) => item.bow);
  const width = useLettering(({ size }) => (size.by === 'cap height' ? size.value * 3 : 150));
  const edit = useEditLettering();
  const unit = useUnit();
  const set = (next: Bow | null, label = 'Circle') => edit(label, (item) => void (item.bow = next));
  const shape = bow ? 'circle' : 'straight';
  return (
    <PanelFold title="Round a circle" state={bow ? `radius ${lengthWithUnit(bow.radius, unit)}` : undefined}>
      <Choices
        label="Lines"
        value={shape}
        onChange={(next) =>
          next !== shape &&
          set(
            next === 'circle'
              ? {
                  radius: Math.max(LIMITS.bowRadius.least, Math.round(width)),
                  side: 'outside',
                  angle: 90,
                  upright: false,
                }
              : null,
          )
        }
        options={[
          { value: 'straight', label: 'Straight' },
          { value: 'circle', label: 'Circle' },
        ]}
      />
      {bow && (
        <>
          <LengthField
            at="item.bow.radius"
            label="Radius"
            value={bow.radius}
            {...LIMITS.bowRadius}
            onChange={(radius) => set({ ...bow, radius })}
            hint="Of the first line's baseline."
          />
          <Choices
            label="Heads"
            value={bow.side}
            onChange={(side) =>
              set({
                ...bow,
                side,
                angle:
                  side === 'inside' && bow.angle === 90
                    ? 270
                    : side === 'outside' && bow.angle === 270
                      ? 90
                      : bow.angle,
              })
            }
            options={[
              { value: 'outside', label: 'Outward' },
              { value: 'inside', label: 'Inward' },
            ]}
          />
          <NumberField
            at="item.bow.angle"
            label="At"
            value={bow.angle}
            {...LIMITS.angle}
            step={5}
            suffix="°"
            onChange={(angle) => set({ ...bow, angle })}
            hint="90° is the top, 270° the bottom."
          />
          <label className="check-line">
            <input
              type="checkbox"
              checked={bow.upright}
              onChange={({ target }) => set({ ...bow, upright: target.checked })}
            />
            Letters stay upright
          </label>
        </>
      )}
    </PanelFold>
  );
}
