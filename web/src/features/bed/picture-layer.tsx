'use client';

import { unpackPicture } from '@needlefile/core/artwork/packed';
import { straightened } from '@needlefile/core/artwork/straightened';
import { compose, moveBy, turnBy } from '@needlefile/core/geometry/matrix';
import type { ArtworkItem, Made } from '@needlefile/core/recipe/schema';
import type { Picture } from '@needlefile/core/screen/picture';
import { useQuery } from '@tanstack/react-query';
import { useJob } from '@/job/job-store';
import { useView } from '@/job/view-store';
import css from './bed.module.css';

/** Pictures that are guides, faded, to draw over; and all of them while they are asked for. */
export function PictureLayer({ picture }: { picture: Picture }) {
  const assemblies = useJob((state) => state.recipe.assemblies);
  const all = useView((state) => state.pictures);
  return assemblies
    .filter((each): each is Made => each.make !== 'coupon' && !each.hidden)
    .flatMap((thing) =>
      thing.items
        .filter((item): item is ArtworkItem => item.kind === 'artwork' && !item.hidden)
        .filter(({ role }) => all || role === 'guide')
        .map((item) => <OnePicture key={`${thing.id} ${item.id}`} picture={picture} thing={thing.id} item={item} />),
    );
}

function OnePicture({ picture, thing, item }: { picture: Picture; thing: string; item: ArtworkItem }) {
  const laid = picture.assemblies.find(({ id }) => id === thing);
  const at = laid?.items.find(({ id }) => id === item.id)?.at;
  const facts = laid?.report.items.find(({ id }) => id === item.id)?.artwork;
  const isPlain = useView(({ drawing }) => drawing === 'corners' || drawing === 'path');
  const { data: url } = useQuery({
    queryKey: ['picture', item.source, item.picture.corners, item.picture.ratio],
    queryFn: () => pictureUrl(item.source, item.picture),
    enabled: facts?.picture != null,
    staleTime: Infinity,
  });
  if (!laid || !at || !facts?.picture || !url) return null;
  const { width, height } = facts.picture;
  const mm = (item.mmPerUnit ?? facts.scale.mmPerUnit) * item.factor;
  const { origin, turn } = laid;
  const { a, b, c, d, e, f } = compose(moveBy(origin.x, origin.y), turnBy(turn), moveBy(at.x, at.y), turnBy(item.turn));
  return (
    <image
      className={css.guidePicture}
      data-plain={isPlain}
      href={url}
      width={width}
      height={height}
      // From dots, y down about its middle, to the sheet, y down too.
      transform={
        `matrix(${a} ${-b} ${-c} ${d} ${e} ${picture.sheet.height - f}) ` +
        `scale(${mm}) translate(${-width / 2} ${-height / 2})`
      }
      preserveAspectRatio="none"
    />
  );
}

/** The shades that are traced, as something a browser shows. */
async function pictureUrl(source: string, plan: ArtworkItem['picture']): Promise<string> {
  const response = await fetch(`/api/artworks/${encodeURIComponent(source)}`);
  if (!response.ok) throw new Error('The picture could not be fetched.');
  const { width, height, pixels } = straightened(unpackPicture(new Uint8Array(await response.arrayBuffer())), plan);
  const canvas = document.createElement('canvas');
  [canvas.width, canvas.height] = [width, height];
  const shown = new ImageData(width, height);
  pixels.forEach((shade, i) => shown.data.set([shade, shade, shade, 255], 4 * i));
  canvas.getContext('2d')!.putImageData(shown, 0, 0);
  return canvas.toDataURL('image/png');
}
