'use client';

import type { AssemblyMeasurePicture } from '@needlefile/core/screen/measure-picture';
import type { AssemblyPicture } from '@needlefile/core/screen/assembly-picture';
import { LIMITS } from '@needlefile/core/recipe/schema';
import { formatLength, type LengthUnit } from '@needlefile/core/units/length';
import { formatArea, formatWeight } from '@needlefile/core/units/quantity';
import { Button } from 'react-bootstrap';
import { Choices } from '@/components/choices';
import { LengthField } from '@/components/length-field';
import { PanelHead, PanelSection } from '@/components/panel';
import { useUnit } from '@/hooks/unit';
import { useEditThing, useThing } from '@/job/chosen';
import { useHoldEdits } from '@/job/hold-edits';
import { useView } from '@/job/view-store';
import { useHouseLimit } from '@/job/house-limit';
import { DrawButton } from './draw-button';
import css from './hold.module.css';
import { IslandDetails } from './island-details';
import { FoundRow } from './found-row';

/** Islands of a cut-through plate and the bridges that hold them. */
export function BridgesPanel({
  picture,
  measures,
}: {
  picture: AssemblyPicture | null;
  measures: AssemblyMeasurePicture | null;
}) {
  const { bridges, drop } = useThing((thing) => thing.hold);
  const edit = useEditThing();
  const chosen = useView((state) => state.island);
  const edits = useHoldEdits(picture);
  const unit = useUnit();
  const islands = picture?.report.islands ?? [];
  const { machine, material, placeholder, hint } = useHouseLimit('bridge', bridges.width);
  const byHand = Object.keys(bridges.byHand);
  const widthOf = (island: string) =>
    Math.min(...(picture?.bridges.filter((bridge) => bridge.island === island).map(({ width }) => width) ?? []));
  return (
    <>
      <PanelHead title="Hold">{sentence(islands)}</PanelHead>
      <LengthField
        at="thing.hold.bridges.width"
        label="Bridge width"
        value={bridges.width}
        placeholder={placeholder}
        {...LIMITS.bridgeWidth}
        onChange={(mm) => edit('Bridge width', (draft) => void (draft.hold.bridges.width = mm))}
        onEmpty={() => edit('Bridge width', (draft) => void (draft.hold.bridges.width = null))}
        hint={hint}
      />
      <Choices
        label="Per island"
        value={bridges.perIsland}
        onChange={(perIsland) => edit('Bridges per island', (draft) => void (draft.hold.bridges.perIsland = perIsland))}
        options={[
          { value: 'none', label: '0' },
          { value: 'one', label: '1' },
          { value: 'two', label: '2' },
          { value: 'by size', label: 'size', title: 'One, and two for larger islands' },
          {
            value: 'by weight',
            label: 'weight',
            title: `One for each ${machine ? formatWeight(machine.bridgeLoad, unit) : ''} of island`,
          },
        ]}
      />
      <Choices
        label="Direction"
        value={bridges.direction}
        onChange={(direction) => edit('Bridge direction', (draft) => void (draft.hold.bridges.direction = direction))}
        options={[
          { value: 'upright', label: 'Up', title: 'Upright, as the letter stands' },
          { value: 'level', label: 'Level' },
          { value: 'along', label: 'Slant', title: 'Along the letter’s own strokes, slanted where they are' },
          { value: 'any', label: 'Any' },
        ]}
      />
      <Choices
        label="Roots"
        value={bridges.root.shape}
        onChange={(shape) => edit('Roots', (draft) => void (draft.hold.bridges.root.shape = shape))}
        options={[
          { value: 'square', label: 'Square' },
          { value: 'rounded', label: 'Round' },
          { value: 'tapered', label: 'Taper' },
        ]}
      />
      {bridges.root.shape !== 'square' && (
        <LengthField
          at="thing.hold.bridges.root.size"
          label="Root size"
          value={bridges.root.size}
          {...LIMITS.bridgeRoot}
          onChange={(mm) => edit('Root size', (draft) => void (draft.hold.bridges.root.size = mm))}
          hint="As much as there is room for, up to this."
        />
      )}
      <PanelSection title="Islands" aside="bridge · area">
        {islands.length === 0 && <div className="field-hint">No letter of these words has an island.</div>}
        <ol className={css.islands}>
          {islands.map((island, i) => (
            <FoundRow
              key={island.id}
              number={i + 1}
              name={island.name}
              held={island.status !== 'drops out'}
              where={picture!.islands[i]!.bounds}
              open={island.id === chosen}
              onOpen={() => useView.setState({ island: island.id === chosen ? null : island.id })}
            >
              <span className="number">
                {island.status === 'held'
                  ? heldBy(island.bridges, widthOf(island.id), unit)
                  : island.status === 'may drop'
                    ? 'may drop'
                    : 'drops'}
              </span>
              <span className={`number soft ${css.area}`}>{formatArea(island.area, unit)}</span>
              {island.id === chosen && (
                <IslandDetails
                  island={island}
                  picture={picture!}
                  hold={measures?.report.islandHolds.find((hold) => hold.island === island.id)}
                />
              )}
            </FoundRow>
          ))}
        </ol>
        <div className={css.actions}>
          <DrawButton
            kind="bridge"
            label="Draw a bridge"
            hint="Drag across a gap, from an island outward."
            disabled={islands.length === 0}
          />
          {byHand.length > 0 && (
            <Button
              size="sm"
              variant="light"
              onClick={() => edits.placeBridgesAgain(byHand)}
              title="Gives every bridge put by hand back to the search"
            >
              Place all again
            </Button>
          )}
        </div>
      </PanelSection>
      <PanelSection title="May islands fall out?">
        <Choices
          bare
          label="May islands fall out?"
          value={drop.all === null ? 'material' : drop.all ? 'all' : 'none'}
          onChange={(choice) =>
            edit(
              'Islands that may drop',
              (draft) => void (draft.hold.drop.all = choice === 'material' ? null : choice === 'all'),
            )
          }
          options={[
            {
              value: 'material',
              label: 'As the material',
              title: 'Material with a sticky back keeps them where they are',
            },
            { value: 'none', label: 'No' },
            { value: 'all', label: 'All may' },
          ]}
        />
        {material?.stickyBack && drop.all === null && (
          <div className="field-hint">
            {material.name}: the islands stay on the carrier, so all of them may come loose.
          </div>
        )}
      </PanelSection>
    </>
  );
}

function sentence(islands: AssemblyPicture['report']['islands']): string {
  if (islands.length === 0) return 'No islands: nothing can drop out.';
  const count = (wanted: AssemblyPicture['report']['islands'][number]['status']) =>
    islands.filter(({ status }) => status === wanted).length;
  const [held, may, drops] = [count('held'), count('may drop'), count('drops out')];
  const said = `${islands.length} ${islands.length === 1 ? 'island' : 'islands'}`;
  if (held === islands.length) return islands.length === 1 ? 'One island, held.' : `${said}, all held.`;
  if (may === islands.length) return `${said}; all may fall out, as meant.`;
  const others = `${may > 0 ? `, ${may} may fall out` : ''}${drops > 0 ? `: ${drops} would drop out` : ''}`;
  return `${said}, ${held} held${others}.`;
}

/** How many bridges hold an island, and the width of the narrowest, mm. */
function heldBy(bridges: number, width: number, unit: LengthUnit): string {
  const narrowest = Number.isFinite(width) ? formatLength(width, unit, unit === 'mm' ? 1 : 2) : 'held';
  return bridges > 1 ? `${bridges} × ${narrowest}` : narrowest;
}
