import type { Component } from 'vue';
import type { Item } from '#core/piece/types';
import CurvePanel from './curve/CurvePanel.vue';
import OrnamentsPanel from './curve/OrnamentsPanel.vue';
import LetteringPanel from './letters/LetteringPanel.vue';
import ArtPanel from './placed/ArtPanel.vue';
import PicturePanel from './placed/PicturePanel.vue';
import TracingPanel from './placed/TracingPanel.vue';

/** What the inspector shows of an item. It takes the item and asks for its removal. */
interface ItemPanel {
  readonly panel: Component;
  /**
   * Whether it is made anew for each item, so that what is half typed in one does not stay for the next. The panel of
   * letterings is large: made anew it takes 130 ms longer, so it does that for the words alone.
   */
  readonly anew: boolean;
}

/** One line a kind of item. */
export const PANELS: { readonly [K in Item['type']]: ItemPanel } = {
  curve: { panel: CurvePanel, anew: true },
  lettering: { panel: LetteringPanel, anew: false },
  ornaments: { panel: OrnamentsPanel, anew: true },
  art: { panel: ArtPanel, anew: true },
  picture: { panel: PicturePanel, anew: true },
  tracing: { panel: TracingPanel, anew: true },
};
