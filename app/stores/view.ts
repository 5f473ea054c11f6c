import { useLocalStorage } from '@vueuse/core';
import type { DraggedKind } from '#core/curves/draft';
import type { Look } from '#core/editing/edits/look';
import type { Vec } from '#core/geometry/vec';
import type { Lettering, Sheet } from '#core/piece/types';

/** Tools: picking, setting lettering, the kinds drawn with one drag, and those drawn point by point. */
export type Tool = 'pick' | 'letter' | DraggedKind | 'points' | 'pen' | 'sketch' | 'cut';

/** Ways of looking at lettering beside how it is. */
export type Compare = 'now' | 'plain' | 'alike';

const MIN_SCALE = 0.2;
const MAX_SCALE = 400;
/** CSS pixels in a millimetre at 100 %. */
const TRUE_SIZE = 96 / 25.4;

/** How the sheet is looked at: zoom, pan, the tool in hand. Not part of the piece. */
export const useView = defineStore('view', () => {
  /** Pixels in a millimetre. */
  const scale = ref(6);
  const panX = ref(0);
  const panY = ref(0);
  const width = ref(800);
  const height = ref(600);
  const tool = ref<Tool>('pick');
  /** What a drag under way has to say, and where on the sheet. */
  const label = shallowRef<{ text: string; at: Vec; snapped: boolean } | null>(null);
  /** What the keys do while something is dragged; '' for nothing. */
  const dragHint = ref('');
  /** The frame that is being drawn to select what lies in it, on the sheet. */
  const frame = shallowRef<{ readonly min: Vec; readonly max: Vec } | null>(null);
  /** What is drawn on the sheet beside the piece: all of it, or no helpers, or nothing beside the sheet at all. */
  const clean = ref<'helpers' | 'plain' | 'alone'>('helpers');
  /** Counts how often it was asked to put down what the tool in hand makes, without a pointer. */
  const placesAsked = ref(0);
  /** Counts how often the words of what is selected were asked for, to be typed. */
  const wordsAsked = ref(0);
  const askForWords = (): void => {
    wordsAsked.value++;
  };
  /** The last time that a menu asked to paste, and whether in place. */
  const pasteAsked = shallowRef<{ readonly inPlace: boolean } | null>(null);
  const askToPaste = (inPlace: boolean): void => {
    pasteAsked.value = { inPlace };
  };
  /** Whether the table of keys is shown, and whether single letters and signs are keys at all. */
  const keys = ref(false);
  const singleKeys = useLocalStorage('under-arc:single-keys', true);
  const strip = ref(true);
  /** Whether letters that are turned over stay in the band they were in. */
  const keepBand = ref(true);
  /** A seat that was copied, to be given to another lettering. */
  const seatCopy = shallowRef<Pick<Lettering, 'seat' | 'anchor' | 'stance' | 'spacing'> | null>(null);
  /** A look that was copied, to be given to others. */
  const look = shallowRef<Look | null>(null);
  /** The menu at a place of the window, with all that lies there; null while it is closed. */
  const menu = shallowRef<{ readonly x: number; readonly y: number; readonly ids: readonly string[] } | null>(null);
  /** Whether it is asked by what angle a copy is turned. */
  const turnCopy = ref(false);
  /** The curve that alone is shown with all that stands on it; null for all. */
  const isolated = ref<string | null>(null);
  /** The stretch of the selected lettering's wording that is picked; both ends alike for a caret. */
  const range = shallowRef<{ readonly from: number; readonly to: number } | null>(null);
  /** The gaps of the selected lettering that are picked, by where the letter before each begins in the wording. */
  const gaps = shallowRef<readonly number[]>([]);
  /** What the flat strip shows under the letters, and its scale. */
  const stripShows = ref<'gaps' | 'curvature' | 'squint'>('gaps');
  const stripScale = ref<'clock' | 'mm'>('clock');
  /** How much closer the strip is looked at than it need be, and which line of the lettering it shows. */
  const stripZoom = ref(1);
  const stripLine = ref(0);
  /**
   * How the selected lettering is looked at: as it is, as the typeface has it on this curve, or with all gaps alike.
   * Nothing of the piece changes.
   */
  const compare = ref<Compare>('now');
  /** Whether the wording is being typed into. */
  const typing = ref(false);
  /** Whether quotes are typed as they are, straight; else they become curly ones. */
  const straightQuotes = useLocalStorage('under-arc:straight-quotes', false);
  /** The ink that is edited, '' for the first one; null while inks are not edited. */
  const inks = ref<string | null>(null);
  /** The view that lies over the bench; null for the bench itself. */
  const open = ref<'output' | 'proof' | null>(null);
  /** What the pointer rests on, in the list or on the sheet: it is lit in both. */
  const lit = ref<string | null>(null);
  /** Called as the pointer comes over an item; what a drag passes over is not lit. */
  const light = (id: string, { buttons }: PointerEvent): void => {
    if (buttons === 0) lit.value = id;
  };
  /** The node picked on a drawn curve. */
  const node = ref<number | null>(null);

  const percent = computed(() => (scale.value / TRUE_SIZE) * 100);
  const transform = computed(() => `matrix(${scale.value} 0 0 ${scale.value} ${panX.value} ${panY.value})`);

  // Values, not actions: they are called for thousands of points, and a store's actions carry hooks.
  const toScreen = computed(() => {
    const [k, px, py] = [scale.value, panX.value, panY.value];
    return ({ x, y }: Vec): Vec => ({ x: x * k + px, y: y * k + py });
  });
  const toSheet = computed(() => {
    const [k, px, py] = [scale.value, panX.value, panY.value];
    return ({ x, y }: Vec): Vec => ({ x: (x - px) / k, y: (y - py) / k });
  });

  /** Shows the whole sheet with some desk round it; the rulers take the first 18 px. */
  function fit({ widthMm, heightMm }: Pick<Sheet, 'widthMm' | 'heightMm'>): void {
    const ruler = 18;
    const room = { x: width.value - ruler, y: height.value - ruler };
    scale.value = Math.min(Math.max(Math.min((room.x - 60) / widthMm, (room.y - 60) / heightMm), MIN_SCALE), MAX_SCALE);
    panX.value = ruler + (room.x - widthMm * scale.value) / 2;
    panY.value = ruler + (room.y - heightMm * scale.value) / 2;
  }

  /** Zooms so that the place under a screen point stays under it. */
  function zoomAt(at: Vec, factor: number): void {
    const next = Math.min(Math.max(scale.value * factor, MIN_SCALE), MAX_SCALE);
    const ratio = next / scale.value;
    panX.value = at.x - (at.x - panX.value) * ratio;
    panY.value = at.y - (at.y - panY.value) * ratio;
    scale.value = next;
  }

  /** One millimetre of the sheet as one of the screen, as far as the screen tells. */
  const trueSize = (): void => zoomBy(TRUE_SIZE / scale.value);
  const zoomBy = (factor: number): void => zoomAt({ x: width.value / 2, y: height.value / 2 }, factor);

  function panBy(dx: number, dy: number): void {
    panX.value += dx;
    panY.value += dy;
  }

  return {
    scale,
    panX,
    panY,
    width,
    height,
    tool,
    label,
    dragHint,
    frame,
    clean,
    placesAsked,
    wordsAsked,
    askForWords,
    pasteAsked,
    askToPaste,
    keys,
    singleKeys,
    strip,
    keepBand,
    seatCopy,
    look,
    menu,
    turnCopy,
    isolated,
    range,
    gaps,
    stripShows,
    stripScale,
    stripZoom,
    stripLine,
    compare,
    straightQuotes,
    typing,
    inks,
    open,
    lit,
    light,
    node,
    percent,
    transform,
    toScreen,
    toSheet,
    fit,
    zoomAt,
    zoomBy,
    trueSize,
    panBy,
  };
});
