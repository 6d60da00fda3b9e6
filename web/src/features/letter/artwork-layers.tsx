'use client';

import type { FileLayer } from '@needlefile/core/artwork/drawn';
import { layerName } from '@needlefile/core/recipe/layer-name';
import { PARTED_BY, type ArtworkItem } from '@needlefile/core/recipe/schema';
import { Button, Form } from 'react-bootstrap';
import { Field } from '@/components/choices';
import { PanelSection } from '@/components/panel';
import css from './letter.module.css';

interface Props {
  readonly item: ArtworkItem;
  readonly layers: readonly FileLayer[];
  /** Names of those that lie within others. */
  readonly unseen: readonly string[];
  /** Whether it is drawn of elements, which layers may be made of in several ways. */
  readonly isDrawn: boolean;
  readonly onPartBy: (by: ArtworkItem['partedBy']) => void;
  readonly onTake: (name: string, taken: boolean) => void;
  /** Makes a layer an item of its own, with a role and an operation of its own. */
  readonly onApart: (name: string) => void;
}

const PARTINGS: Record<ArtworkItem['partedBy'], string> = {
  layer: 'layer or group',
  colour: 'colour',
  width: 'width of line',
  kind: 'area or line',
};

/** Layers or groups of a file: which of them are taken, and what may be an item by itself. */
export function ArtworkLayers({ item, layers, unseen, isDrawn, onPartBy, onTake, onApart }: Props) {
  const taken = layers.filter(({ name }) => item.layers?.includes(name) ?? true);
  return (
    <PanelSection title="Layers" aside={`${taken.length} of ${layers.length}`}>
      {isDrawn && (
        <Field label="Parted by" htmlFor="parted-by">
          <Form.Select
            id="parted-by"
            value={item.partedBy}
            onChange={({ target }) => onPartBy(target.value as ArtworkItem['partedBy'])}
          >
            {PARTED_BY.map((by) => (
              <option key={by} value={by}>
                {PARTINGS[by]}
              </option>
            ))}
          </Form.Select>
        </Field>
      )}
      <ul className={css.layers}>
        {layers.map(({ name, colour, areas, lines }) => {
          const isTaken = taken.some((layer) => layer.name === name);
          const shown = layerName(name);
          return (
            <li key={name}>
              <Form.Check
                type="checkbox"
                id={`layer-${name}`}
                checked={isTaken}
                // One is always left.
                disabled={isTaken && taken.length === 1}
                onChange={({ target }) => onTake(name, target.checked)}
                label={
                  <span className={css.layerName} title={shown}>
                    <span className={css.swatch} style={{ background: colour }} />
                    {shown}
                  </span>
                }
              />
              <span className={`soft number ${css.layerCount}`}>
                {countOf(areas, lines)}
                {unseen.includes(name) && <span className={css.unseen}> within others</span>}
              </span>
              {taken.length > 1 && (
                <Button
                  size="sm"
                  variant="light"
                  disabled={!isTaken}
                  title="Makes it an item by itself, with its own role and operation; it stays where it is"
                  aria-label={`Make ${shown} an item by itself`}
                  onClick={() => onApart(name)}
                >
                  Own item
                </Button>
              )}
            </li>
          );
        })}
      </ul>
    </PanelSection>
  );
}

const some = (count: number, one: string): string => `${count} ${count === 1 ? one : `${one}s`}`;

const countOf = (areas: number, lines: number): string =>
  [areas > 0 && some(areas, 'area'), lines > 0 && some(lines, 'line')].filter(Boolean).join(', ');
