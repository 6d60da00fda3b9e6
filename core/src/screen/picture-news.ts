import type { Report } from '../job/report.ts';
import type { AssemblyPicture } from './assembly-picture.ts';
import type { Picture } from './picture.ts';

/** A picture among those that one draws for another, who keeps the last of them. */
export interface NumberedPicture {
  readonly number: number;
  readonly picture: Picture;
}

/**
 * What of a picture is not in the one before it. On a sheet of many things an edit changes one of them, and to send all
 * would take as long as to draw them.
 */
export interface PictureNews extends Omit<Picture, 'assemblies' | 'report'> {
  readonly number: number;
  /** Of a thing that is as it was: which it is in the picture before. */
  readonly assemblies: readonly (AssemblyPicture | number)[];
  /** What things come to is told with them. */
  readonly report: Omit<Report, 'assemblies'>;
}

/** @param before what the other has; null: nothing */
export function newsOf({ number, picture }: NumberedPicture, before: NumberedPicture | null): PictureNews {
  const { assemblies: _told, ...report } = picture.report;
  const known = new Map(before?.picture.assemblies.map((thing, i) => [thing, i]));
  return { ...picture, number, report, assemblies: picture.assemblies.map((thing) => known.get(thing) ?? thing) };
}

/** @param before the picture that the news were told after */
export function pictureFrom({ number, ...news }: PictureNews, before: Picture | null): NumberedPicture {
  const assemblies = news.assemblies.map((thing) => (typeof thing === 'number' ? before!.assemblies[thing]! : thing));
  return {
    number,
    picture: { ...news, assemblies, report: { ...news.report, assemblies: assemblies.map(({ report }) => report) } },
  };
}
