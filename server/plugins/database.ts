import { startDatabase, stopDatabase } from '../store';

export default defineNitroPlugin((nitro) => {
  startDatabase();
  nitro.hooks.hook('close', stopDatabase);
});
