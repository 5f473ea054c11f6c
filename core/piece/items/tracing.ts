import { limited, object, tagged, type TypeOf } from '../../fields';
import { placedImage } from './placed';

export const tracing = object({
  type: tagged('tracing'),
  ...placedImage,
  /** How strongly it shows: 0 not at all, 1 undimmed. */
  strength: limited('fraction'),
});
/** A picture that lies under the sheet to be traced. It is no part of the design and never printed. */
export type Tracing = TypeOf<typeof tracing>;
