import { group, object, tagged, type TypeOf } from '../../fields';
import { fill } from '../inks';
import { placedImage, within } from './placed';

export const picture = object({
  type: tagged('picture'),
  ...placedImage,
  /** The one ink that it is printed in; null for its own colours. */
  fill,
  within,
  group: group(),
});
/** A picture of pixels that is printed: in its own colours by the process inks, or light and dark of it in one ink. */
export type Picture = TypeOf<typeof picture>;
