import { FileImage, FileText, FileType, Image, Package, PenLine, PencilRuler, Shapes } from 'lucide-vue-next';
import type { FormatName } from '#core/output/formats/index';

const ICONS: Readonly<Partial<Record<FormatName, typeof FileText>>> = {
  'eps': FileType,
  'tiff': FileImage,
  'svg': Shapes,
  'live-svg': PenLine,
  'png': Image,
  'dxf': PencilRuler,
  'piece': Package,
};

/** The icon of a format; a sheet of text where it has none of its own. */
export const iconOf = (format: FormatName): typeof FileText => ICONS[format] ?? FileText;
