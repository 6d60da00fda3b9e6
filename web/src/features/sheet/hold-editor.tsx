'use client';

import { itemName } from '@needlefile/core/items/kinds';
import { X_EDGES, Y_EDGES, type HeldAxis, type Item, type Made } from '@needlefile/core/recipe/schema';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { PanelFold } from '@/components/panel';
import css from './sheet.module.css';

/** Says what an item is to be held to: an edge of its own, on an edge of the plate or of another item. */
export function HoldEditor({
  thing,
  item,
  onHold,
}: {
  thing: Made;
  item: Item;
  onHold: (axis: 'x' | 'y', to: HeldAxis) => void;
}) {
  const [axis, setAxis] = useState<'x' | 'y'>('x');
  const edges: readonly string[] = axis === 'x' ? X_EDGES : Y_EDGES;
  const [own, setOwn] = useState('centre');
  const [of, setOf] = useState('plate');
  const [edge, setEdge] = useState('centre');
  const pickAxis = (next: 'x' | 'y') => {
    setAxis(next);
    setOwn(next === 'x' ? 'centre' : 'middle');
    setEdge(next === 'x' ? 'centre' : 'middle');
  };
  const others = thing.items.filter(({ id }) => id !== item.id);
  const known = of === 'plate' || others.some(({ id }) => id === of) ? of : 'plate';
  return (
    <PanelFold title="Hold it to something">
      <div className={css.hold}>
        <Form.Select
          size="sm"
          aria-label="Which way"
          value={axis}
          onChange={({ target }) => pickAxis(target.value as 'x' | 'y')}
        >
          <option value="x">across</option>
          <option value="y">up and down</option>
        </Form.Select>
        <Edge label="Its edge" value={own} edges={edges} onChange={setOwn} />
        <span className="soft">on</span>
        <Form.Select size="sm" aria-label="Held to" value={known} onChange={({ target }) => setOf(target.value)}>
          <option value="plate">the plate</option>
          {others.map((other) => (
            <option key={other.id} value={other.id}>
              {itemName(other)}
            </option>
          ))}
        </Form.Select>
        <Edge label="That edge" value={edge} edges={edges} onChange={setEdge} />
        <Button
          size="sm"
          variant="outline-primary"
          onClick={() => onHold(axis, { own, of: known, edge, distance: 0 } as HeldAxis)}
        >
          Keep
        </Button>
      </div>
      <p className="field-hint">
        It stays there whatever becomes of either: longer words, another face, a larger plate.
      </p>
    </PanelFold>
  );
}

function Edge({
  label,
  value,
  edges,
  onChange,
}: {
  label: string;
  value: string;
  edges: readonly string[];
  onChange: (edge: string) => void;
}) {
  return (
    <Form.Select size="sm" aria-label={label} value={value} onChange={({ target }) => onChange(target.value)}>
      {edges.map((edge) => (
        <option key={edge} value={edge}>
          {edge}
        </option>
      ))}
    </Form.Select>
  );
}
