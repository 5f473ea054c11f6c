import { notFound } from '../problem';

export default defineEventHandler(() => {
  throw notFound('thing');
});
