import { union, type TypeOf } from '../../fields';
import { art } from './art';
import { curve } from './curve';
import { lettering } from './lettering';
import { ornaments } from './ornaments';
import { picture } from './picture';
import { tracing } from './tracing';

/** One line a kind of item: what it holds. How it is painted is in the file of the same name in core/drawing/items. */
export const ITEMS = { curve, lettering, tracing, ornaments, art, picture };
export const item = union('type', ITEMS);
export type Item = TypeOf<typeof item>;
