'use client';

import type { Tool } from '@needlefile/core/shop/shop';
import { Form } from 'react-bootstrap';
import { LengthField } from '@/components/length-field';
import { NumberField } from '@/components/number-field';
import type { SectionProps } from './section';
import css from './shop.module.css';

/** The tools at hand, for every machine with a spindle. */
export function RackSection({ shop, change }: SectionProps) {
  const set = (id: string, values: Partial<Tool>) =>
    change({ ...shop, tools: shop.tools.map((tool) => (tool.id === id ? { ...tool, ...values } : tool)) });
  const add = (kind: Tool['kind']) => change({ ...shop, tools: [...shop.tools, newTool(shop.tools, kind)] });
  return (
    <>
      <p className={css.lead}>
        The Strokes station compares these for what is to be engraved: how far each gets into the letters, and how long
        it takes.
      </p>
      <table className={`${css.table} ${css.rack}`}>
        <thead>
          <tr>
            <th scope="col">Tool</th>
            <th scope="col">Kind</th>
            <th scope="col">Diameter</th>
            <th scope="col">Tip</th>
            <th scope="col">Angle, °</th>
            <th scope="col">Feed, mm/s</th>
            <th scope="col">Deep at once</th>
            <th scope="col">
              <span className="visually-hidden">Take out</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {shop.tools.map((tool) => (
            <tr key={tool.id}>
              <td>
                <Form.Control
                  size="sm"
                  className={css.toolName}
                  aria-label={`Name of ${tool.name}`}
                  value={tool.name}
                  maxLength={80}
                  onChange={({ target }) => set(tool.id, { name: target.value })}
                />
              </td>
              <td>{tool.kind}</td>
              <td>
                <LengthField
                  bare
                  label={`${tool.name}: diameter`}
                  value={tool.diameter}
                  least={0.05}
                  most={100}
                  onChange={(diameter) => set(tool.id, { diameter, ...(tool.kind === 'flat' && { tip: diameter }) })}
                />
              </td>
              <td>
                {tool.kind === 'cone' && (
                  <LengthField
                    bare
                    label={`${tool.name}: tip`}
                    value={tool.tip}
                    least={0}
                    most={tool.diameter}
                    onChange={(tip) => set(tool.id, { tip })}
                  />
                )}
              </td>
              <td>
                {tool.kind === 'cone' && (
                  <NumberField
                    bare
                    label={`${tool.name}: angle`}
                    value={tool.angle}
                    {...{ least: 5, most: 170, step: 5 }}
                    onChange={(angle) => set(tool.id, { angle })}
                  />
                )}
              </td>
              <td>
                <NumberField
                  bare
                  label={`${tool.name}: feed`}
                  value={tool.feed}
                  {...{ least: 0.1, most: 1000, step: 1 }}
                  onChange={(feed) => set(tool.id, { feed })}
                />
              </td>
              <td>
                <LengthField
                  bare
                  label={`${tool.name}: deep at once`}
                  value={tool.depth}
                  least={0.01}
                  most={100}
                  onChange={(depth) => set(tool.id, { depth })}
                />
              </td>
              <td>
                <button
                  type="button"
                  className="btn btn-light btn-sm"
                  aria-label={`Take out ${tool.name}`}
                  onClick={() => change({ ...shop, tools: shop.tools.filter(({ id }) => id !== tool.id) })}
                >
                  Take out
                </button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <div className={css.foot}>
        <button type="button" className="btn btn-light" onClick={() => add('flat')}>
          Add a flat cutter
        </button>
        <button type="button" className="btn btn-light" onClick={() => add('cone')}>
          Add a cone
        </button>
      </div>
    </>
  );
}

function newTool(tools: readonly Tool[], kind: Tool['kind']): Tool {
  const taken = new Set(tools.map(({ id }) => id));
  let number = 1;
  while (taken.has(`${kind}-new-${number}`)) number++;
  const shape = kind === 'flat' ? { diameter: 1, tip: 1, angle: 0 } : { diameter: 6, tip: 0.1, angle: 60 };
  const name = kind === 'flat' ? 'New flat cutter' : 'New cone';
  return { id: `${kind}-new-${number}`, name, kind, ...shape, feed: 10, depth: 0.5 };
}
