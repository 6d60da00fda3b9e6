'use client';

import type { AssemblyMeasurePicture } from '@needlefile/core/screen/measure-picture';
import { bridgesOf } from '@needlefile/core/recipe/edits/bridges';
import type { AssemblyPicture } from '@needlefile/core/screen/assembly-picture';
import { LIMITS } from '@needlefile/core/recipe/schema';
import { formatLength, lengthWithUnit } from '@needlefile/core/units/length';
import { formatWeight } from '@needlefile/core/units/quantity';
import { Button } from 'react-bootstrap';
import { X } from 'react-bootstrap-icons';
import { LengthField } from '@/components/length-field';
import { useUnit } from '@/hooks/unit';
import { useThing } from '@/job/chosen';
import { useHoldEdits } from '@/job/hold-edits';
import css from './hold.module.css';

interface Props {
  readonly island: AssemblyPicture['report']['islands'][number];
  readonly picture: AssemblyPicture;
  /** How it hangs; undefined until that was measured. */
  readonly hold: AssemblyMeasurePicture['report']['islandHolds'][number] | undefined;
}

/**
 * One island: its weight and how strongly it hangs, the width of each of its bridges, and what can be done with them.
 */
export function IslandDetails({ island, picture, hold }: Props) {
  const unit = useUnit();
  const edits = useHoldEdits(picture);
  const byHand = useThing((thing) => thing.hold.bridges.byHand[island.id]);
  const letter = picture.letters.find(({ id }) => id === island.letter);
  const alike = letter ? picture.letters.filter(({ text }) => text === letter.text).length : 0;
  return (
    <div className={css.details}>
      {/* A line for what is measured is there from the first: what stands below must not move under a hand. */}
      <p className="field-hint">
        {formatWeight(island.weight, unit)}
        <br />
        {hold
          ? `Narrowest ${lengthWithUnit(hold.least, unit)}`
          : island.status === 'held'
            ? 'Being measured …'
            : '\u00a0'}
        {hold?.width != null && `, hangs by ${lengthWithUnit(hold.width, unit)}`}
      </p>
      {bridgesOf(picture.bridges, island.id).map((bridge, n) => (
        <div key={bridge.id} className={css.bridgeRow}>
          <LengthField
            bare
            at={`thing.hold.bridges.byHand.${island.id}.${n}.width`}
            label={`Width of bridge ${n + 1}`}
            value={bridge.width}
            {...LIMITS.bridgeWidth}
            onChange={(mm) => edits.widenBridge(bridge, mm)}
            onEmpty={() => edits.widenBridge(bridge, null)}
          />
          <span className="soft number">{formatLength(bridge.length, unit, unit === 'mm' ? 1 : 2)} long</span>
          <Button
            size="sm"
            variant="light"
            aria-label={`Take bridge ${n + 1} out`}
            title="Take it out"
            onClick={() => edits.removeBridge(bridge)}
          >
            <X />
          </Button>
        </div>
      ))}
      {bridgesOf(picture.bridges, island.id).length === 0 && (
        <span className="soft">{island.status === 'may drop' ? 'It may fall out.' : 'No bridge of its own.'}</span>
      )}
      {bridgesOf(picture.bridges, island.id).length > 0 && (
        <div className="field-hint">Drag it on the bed, or slide it with the arrow keys.</div>
      )}
      <div className={css.actions}>
        {byHand && (
          <Button size="sm" variant="light" onClick={() => edits.placeBridgesAgain([island.id])}>
            Place again
          </Button>
        )}
        {letter && alike > 1 && (
          <Button
            size="sm"
            variant="light"
            onClick={() => edits.copyToAlike(letter.id)}
            title={`Gives the bridges of this ${letter.text} to all ${alike}`}
          >
            For every {letter.text}
          </Button>
        )}
        <Button size="sm" variant="light" onClick={() => edits.mayDrop(island.id, island.status !== 'may drop')}>
          {island.status === 'may drop' ? 'Hold it' : 'Let it drop'}
        </Button>
      </div>
    </div>
  );
}
