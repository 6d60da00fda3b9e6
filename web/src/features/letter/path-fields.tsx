'use client';

import {
  canLose,
  movedHandle,
  runCount,
  runKind,
  withNodeOn,
  withoutNode,
  withRun,
  type PathOutline,
  type RunKind,
} from '@needlefile/core/shapes/path-nodes';
import { LIMITS, type ShapeItem } from '@needlefile/core/recipe/schema';
import { Button, Form } from 'react-bootstrap';
import { Choices } from '@/components/choices';
import { LengthField } from '@/components/length-field';
import { NumberField } from '@/components/number-field';
import { useEditItem } from '@/job/chosen';
import { useView } from '@/job/view-store';

const RUNS: readonly { readonly value: RunKind; readonly label: string }[] = [
  { value: 'line', label: 'Line' },
  { value: 'arc', label: 'Arc' },
  { value: 'curve', label: 'Curve' },
];

/** Nodes of an own drawing in figures, one at a time: all that can be done to them on the bed, and by keys. */
export function PathFields({ outline }: { outline: PathOutline }) {
  const edit = useEditItem<ShapeItem>();
  const wanted = useView((state) => state.node);
  const { nodes, closed } = outline;
  const n = Math.min(wanted, nodes.length - 1);
  const node = nodes[n]!;
  const hasRun = n < runCount(outline);
  const change = (label: string, next: (own: PathOutline) => PathOutline) =>
    edit(label, (draft) => {
      if (draft.outline.by === 'path') (draft.outline as PathOutline) = next(draft.outline as PathOutline);
    });
  const move = (to: { readonly x: number; readonly y: number }) =>
    change('Move a node', (own) => movedHandle(own, n, 'node', to));
  return (
    <>
      <Form.Check
        type="switch"
        id="path-closed"
        label="Closed"
        checked={closed}
        onChange={({ target }) => change('Close', (own) => ({ ...own, closed: target.checked }))}
      />
      <NumberField
        label="Node"
        value={n + 1}
        least={1}
        most={nodes.length}
        step={1}
        whole
        suffix={`of ${nodes.length}`}
        onChange={(value) => useView.setState({ node: value - 1 })}
      />
      <LengthField label="x" value={node.x} {...LIMITS.place} onChange={(x) => move({ x, y: node.y })} />
      <LengthField label="y" value={node.y} {...LIMITS.place} onChange={(y) => move({ x: node.x, y })} />
      {hasRun && (
        <>
          <Choices
            label="To the next"
            value={runKind(node)}
            options={RUNS}
            onChange={(kind) => change('Kind of run', (own) => withRun(own, n, kind))}
          />
          {node.to !== 'line' && 'arc' in node.to && (
            <NumberField
              label="Turns by"
              value={node.to.arc}
              {...LIMITS.angle}
              step={5}
              suffix="°"
              onChange={(arc) =>
                change('Turn of an arc', (own) => ({
                  ...own,
                  nodes: own.nodes.map((each, i) => (i === n ? { ...each, to: { arc } } : each)),
                }))
              }
            />
          )}
        </>
      )}
      <div className="d-flex gap-2 mb-2">
        <Button
          size="sm"
          variant="light"
          disabled={!hasRun}
          onClick={() => {
            change('Put a node in', (own) => withNodeOn(own, n));
            useView.setState({ node: n + 1 });
          }}
        >
          Put one in after it
        </Button>
        <Button
          size="sm"
          variant="light"
          disabled={!canLose(outline)}
          onClick={() => change('Take a node out', (own) => withoutNode(own, n))}
        >
          Take it out
        </Button>
      </div>
    </>
  );
}
