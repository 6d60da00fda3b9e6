import { layerName } from '../../recipe/layer-name.ts';
import { itemName } from '../../items/kinds.ts';
import { inArtwork } from '../../recipe/patch.ts';
import type { Finding } from '../finding.ts';
import type { AssemblySubject } from '../subjects.ts';

const called = (layer: string) => (layerName(layer) === layer ? layer : `what is ${layerName(layer)}`);

/** Every layer of a file adds to it: one that lies within others is made by none of its lines, and without a word. */
export const unseenLayer = ({ items }: AssemblySubject): Finding[] =>
  items.flatMap(({ item, form }) => {
    const { artwork } = form;
    if (item.kind !== 'artwork' || !artwork) return [];
    const taken = artwork.layers.map(({ name }) => name).filter((name) => item.layers?.includes(name) ?? true);
    return artwork.unseen.map((layer): Finding => {
      const others = taken.filter((name) => name !== layer);
      return {
        id: `unseen layer:${item.id}:${layer}`,
        rule: 'unseen layer',
        severity: 'attention',
        title: `Nothing is seen of ${called(layer)} in ${itemName(item)}`,
        detail: 'It lies within other layers, and is one with them. As an item by itself it may be engraved or scored.',
        where: null,
        mends: [{ label: 'Leave the layer out', patch: inArtwork(item.id, { path: ['layers'], value: others }) }],
      };
    });
  });
