import { FileText, Image, Package, PenLine, PencilRuler, Shapes } from 'lucide-vue-next';
import type { FileFormat } from '~/workers/options';

export interface FormatChoice {
  readonly format: FileFormat;
  readonly name: string;
  readonly what: string;
  readonly type: string;
  readonly ending: string;
  readonly icon: typeof FileText;
  /** Whether a sheet of copies can be made of it. */
  readonly copies: boolean;
}

/** What files can be made as. */
export const FORMATS: readonly FormatChoice[] = [
  {
    format: 'pdf',
    name: 'PDF for print',
    what: 'outlines in CMYK and spot inks, boxes, marks, output intent',
    type: 'application/pdf',
    ending: 'pdf',
    icon: FileText,
    copies: true,
  },
  {
    format: 'svg',
    name: 'SVG outlines',
    what: 'for drawing programs and cutters, in mm',
    type: 'image/svg+xml',
    ending: 'svg',
    icon: Shapes,
    copies: true,
  },
  {
    format: 'live-svg',
    name: 'SVG with live text',
    what: 'for editing further, as well as SVG can say it',
    type: 'image/svg+xml',
    ending: 'live.svg',
    icon: PenLine,
    copies: false,
  },
  {
    format: 'png',
    name: 'PNG',
    what: 'a picture, its resolution written in',
    type: 'image/png',
    ending: 'png',
    icon: Image,
    copies: true,
  },
  {
    format: 'dxf',
    name: 'DXF',
    what: 'polylines in mm for plotters and engravers',
    type: 'image/vnd.dxf',
    ending: 'dxf',
    icon: PencilRuler,
    copies: true,
  },
  {
    format: 'piece',
    name: 'Piece with typefaces',
    what: 'everything live, for another Under Arc',
    type: 'application/zip',
    ending: 'underarc.zip',
    icon: Package,
    copies: false,
  },
];

export const formatOf = (format: FileFormat): FormatChoice => FORMATS.find((one) => one.format === format)!;
