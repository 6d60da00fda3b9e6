'use client';

import type { Picture } from '@needlefile/core/build/picture';
import { LIMITS } from '@needlefile/core/recipe/schema';
import { limitAt, limitReason, limitsFor } from '@needlefile/core/shop/shop';
import { formatLength } from '@needlefile/core/units/length';
import { formatArea } from '@needlefile/core/units/quantity';
import { Choices } from '@/components/choices';
import { LengthField } from '@/components/length-field';
import { PanelHead, PanelSection } from '@/components/panel';
import { useShop } from '@/components/shop';
import { useUnit } from '@/components/unit';
import { useJob } from '../workbench/job-store';
import css from './hold.module.css';
import { PlaceRow } from './place-row';

/** What keeps the job in one piece: bridges for islands, joins for stand-alone letters. */
export function HoldPanel({ picture }: { picture: Picture | null }) {
  const make = useJob((state) => state.recipe.make);
  if (make === 'cut-through') return <Bridges picture={picture} />;
  if (make === 'stand-alone') return <Joins picture={picture} />;
  return <PanelHead title="Hold">Engraved letters stay in their plate: there is nothing to hold.</PanelHead>;
}

function Bridges({ picture }: { picture: Picture | null }) {
  const { bridges } = useJob((state) => state.recipe.hold);
  const machineId = useJob((state) => state.recipe.machine);
  const materialId = useJob((state) => state.recipe.material);
  const thickness = useJob((state) => state.recipe.thickness);
  const edit = useJob((state) => state.edit);
  const unit = useUnit();
  const islands = picture?.report.islands ?? [];
  const held = islands.filter(({ bridges: count }) => count > 0).length;
  const shop = useShop();
  const machine = shop.machines.find(({ id }) => id === machineId);
  const material = shop.materials.find(({ id }) => id === materialId);
  const limit = machine && material && limitsFor(machine, material).bridge;
  const house = limit ? limitAt(limit, thickness) : 1;
  const widthOfBridge = (island: string) => Math.min(...(picture?.report.bridges.filter(({ id }) => id.startsWith(`${island}:`)).map(({ width }) => width) ?? []));
  return (
    <>
      <PanelHead title="Hold">{sentence(islands.length, held)}</PanelHead>
      <LengthField
        label="Bridge width"
        value={bridges.width}
        placeholder={formatLength(house, unit)}
        {...LIMITS.bridgeWidth}
        onChange={(mm) => edit('Bridge width', (draft) => void (draft.hold.bridges.width = mm))}
        onEmpty={() => edit('Bridge width', (draft) => void (draft.hold.bridges.width = null))}
        hint={machine && limit && `${bridges.width === null ? 'Empty: the house limit,' : 'House limit'} ${formatLength(house, unit)} ${unit} (${limitReason(limit, thickness, machine)}).`}
      />
      <Choices
        label="Per island"
        value={bridges.perIsland}
        onChange={(perIsland) => edit('Bridges per island', (draft) => void (draft.hold.bridges.perIsland = perIsland))}
        options={[{ value: 'none', label: '0' }, { value: 'one', label: '1' }, { value: 'by size', label: 'by size', title: 'One, and two for larger islands' }, { value: 'two', label: '2' }]}
      />
      <Choices
        label="Direction"
        value={bridges.direction}
        onChange={(direction) => edit('Bridge direction', (draft) => void (draft.hold.bridges.direction = direction))}
        options={[{ value: 'upright', label: 'Upright' }, { value: 'level', label: 'Level' }, { value: 'any', label: 'Any' }]}
      />
      <PanelSection title="Islands" aside="bridge · area">
        {islands.length === 0 && <div className="field-hint">No letter of these words has an island.</div>}
        <ol className={css.islands}>
          {islands.map(({ id, name, area, bridges: count }, i) => {
            const place = picture!.islands[i]!.bounds;
            const width = widthOfBridge(id);
            return (
              <PlaceRow key={id} number={i + 1} name={name} held={count > 0} place={place}>
                <span className="number">{count > 0 ? `${count > 1 ? `${count} × ` : ''}${formatLength(width, unit, unit === 'mm' ? 1 : 2)}` : 'drops'}</span>
                <span className={`number soft ${css.area}`}>{formatArea(area, unit)}</span>
              </PlaceRow>
            );
          })}
        </ol>
      </PanelSection>
    </>
  );
}

function sentence(islands: number, held: number): string {
  if (islands === 0) return 'No islands: nothing can drop out.';
  if (held === islands) return islands === 1 ? 'One island, held.' : `${islands} islands, all held.`;
  return `${islands} ${islands === 1 ? 'island' : 'islands'}, ${held} held: ${islands - held} would drop out.`;
}

function Joins({ picture }: { picture: Picture | null }) {
  const wanted = useJob((state) => state.recipe.hold.pieces);
  const edit = useJob((state) => state.edit);
  const unit = useUnit();
  const pieces = picture?.report.pieces.filter(({ intended, status }) => !(intended && status === 'drop-out')) ?? [];
  const loose = pieces.filter(({ status }) => status === 'loose').length;
  return (
    <>
      <PanelHead title="Hold">{pieces.length === 1 ? 'All in one piece.' : wanted === 'separate' ? `${pieces.length} pieces, as wanted.` : `${pieces.length} pieces: ${loose} loose.`}</PanelHead>
      <Choices
        label="Comes off as"
        value={wanted}
        onChange={(value) => edit('Pieces wanted', (draft) => void (draft.hold.pieces = value))}
        options={[{ value: 'one', label: 'One piece' }, { value: 'separate', label: 'Separate' }]}
      />
      <PanelSection title="Pieces" aside="area">
        <ol className={css.islands}>
          {pieces.map(({ id, name, status, area }, i) => {
            const place = picture!.pieces.find((piece) => piece.id === id)!.bounds;
            return (
              <PlaceRow key={id} number={i + 1} name={name} held={status === 'kept'} place={place}>
                <span>{status}</span>
                <span className={`number soft ${css.area}`}>{formatArea(area, unit)}</span>
              </PlaceRow>
            );
          })}
        </ol>
      </PanelSection>
    </>
  );
}
