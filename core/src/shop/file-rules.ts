/** How a machine wants its files, but for what stands for which work. */
export interface FileRules {
  /** Written where a job names none. */
  readonly formats: readonly FileFormat[];
  /** A file for each operation, rather than one for all. */
  readonly apart: boolean;
  /** What is drawn on: the whole sheet, or no more than the drawing takes. */
  readonly page: 'sheet' | 'drawing';
  /** Of the page, where x and y of a DXF are zero. */
  readonly zero: Corner;
  /** In a DXF y grows downwards. */
  readonly yDown: boolean;
  /** In which a DXF counts, and an SVG. */
  readonly unit: 'mm' | 'inch';
  readonly dxf: 'R2000' | 'R12';
  /** What curves are written as: as they are (arcs fitted to them in a DXF), splines in a DXF, or short lines. */
  readonly curves: 'arcs' | 'splines' | 'lines';
  /** Whether files carry words: title, description, the ticket's pages. */
  readonly words: boolean;
  /** What the machine tells operations apart by: then each has a colour of its own, else each work has. */
  readonly toldBy: 'layers' | 'colours';
  /** How many colours it can tell apart; null: any number. */
  readonly mostColours: number | null;
}

/** `plt`: a plotter file, for pens and knives, on a grid of a fortieth of a mm. */
export const FILE_FORMATS = ['svg', 'dxf', 'pdf', 'plt'] as const;
export type FileFormat = (typeof FILE_FORMATS)[number];

export const CORNERS = ['bottom left', 'bottom right', 'top left', 'top right'] as const;
export type Corner = (typeof CORNERS)[number];

/** Files as most machines take them. */
export const PLAIN_FILES: FileRules = {
  formats: ['svg', 'dxf', 'pdf'],
  apart: false,
  page: 'sheet',
  zero: 'bottom left',
  yDown: false,
  unit: 'mm',
  dxf: 'R2000',
  curves: 'arcs',
  words: true,
  toldBy: 'layers',
  mostColours: null,
};
