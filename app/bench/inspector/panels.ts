import type { Component } from 'vue';
import type { Item } from '#core/piece/types';
import CurvePanel from './curve/CurvePanel.vue';
import OrnamentsPanel from './curve/OrnamentsPanel.vue';
import LetteringPanel from './letters/LetteringPanel.vue';
import ArtPanel from './placed/ArtPanel.vue';
import PicturePanel from './placed/PicturePanel.vue';
import TracingPanel from './placed/TracingPanel.vue';

/** What the inspector shows of an item, one line a kind. Each panel takes the item and asks for its removal. */
export const PANELS: { readonly [K in Item['type']]: Component } = {
  curve: CurvePanel,
  lettering: LetteringPanel,
  ornaments: OrnamentsPanel,
  art: ArtPanel,
  picture: PicturePanel,
  tracing: TracingPanel,
};
