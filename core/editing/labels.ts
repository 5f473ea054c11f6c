/** Kinds of things that are brought in, in a label. */
type Placed = 'art' | 'picture';

type OfWords =
  | 'Set lettering'
  | 'Change wording'
  | 'Case'
  | 'Change case'
  | 'Change typeface'
  | 'Change typefaces'
  | 'Vary the face'
  | 'Switch feature'
  | 'Ligatures'
  | 'Change size'
  | 'Change sizes'
  | 'Width'
  | 'Delete lettering without words'
  | 'Copy as outlines';

type OfSeat =
  | 'Align'
  | 'Move anchor'
  | 'Start offset'
  | 'Slide along the curve'
  | 'Move bookend'
  | 'Centre between the bookends'
  | 'Move into its room'
  | 'Move lettering'
  | 'Move to another curve'
  | 'Shift baseline'
  | 'Shift baselines'
  | 'Change seat'
  | 'Seat by'
  | 'Paste seat'
  | 'Turn over'
  | 'Change distance'
  | 'Let go'
  | 'Touch another curve'
  | 'Centre in a band'
  | 'Change stance'
  | 'Corners'
  | 'Corner radius';

type OfSpace =
  | 'Tracking'
  | 'Word spacing'
  | 'Kerning'
  | 'Kern'
  | 'Clear kern'
  | 'Clear kerns'
  | 'Nudge letter'
  | 'Turn letter'
  | 'Clear letters'
  | 'Even out'
  | 'Spacing measured at'
  | 'Lean'
  | 'Minimum gap'
  | 'Line distance'
  | 'Length of the line'
  | `Match ${'size' | 'tracking' | 'width' | 'colour'}`
  | `Fit by ${'size' | 'tracking' | 'width' | 'curve'}`
  | `Fill by ${'size' | 'tracking' | 'width' | 'radius'}`
  | 'Fill in order'
  | 'Order of filling'
  | 'Limits of filling'
  | 'Rules of filling'
  | 'Keep filled'
  | 'Stop keeping filled'
  | 'Equal gaps'
  | 'Keep gaps equal'
  | 'Stop keeping gaps equal'
  | 'Ornament'
  | 'Add ornaments'
  | 'Number of ornaments'
  | 'Height of ornaments'
  | 'Move ornaments'
  | 'Turn ornaments';

type OfCurves =
  /** By the name of its kind. */
  | `Add ${string}`
  | 'Change curve'
  | 'Change radius'
  | 'Resize curve'
  | 'Resize curve and letters'
  | 'Move curve'
  | 'Turn curve'
  | 'Mirror curve'
  | 'Bend curve'
  | 'Reverse curve'
  | 'Open curve'
  | 'Close curve'
  | 'Convert to nodes'
  | 'Add node'
  | 'Move node'
  | 'Remove node'
  | 'Kind of node'
  | 'Cut curve'
  | 'Cut in halves'
  | 'Cut into parts'
  | 'Join curves'
  | 'Align curves'
  | 'Centre on a curve'
  | 'Centre on the sheet'
  | 'Delete curve'
  | 'Import curves';

type OfLook =
  | 'Fill'
  | 'Stroke'
  | 'Outline'
  | 'Halo'
  | 'Block shade'
  | 'Underline'
  | 'Merge overlapping letters'
  | 'Cut out'
  | 'Cut out no longer'
  | 'Margin of the cut'
  | 'Paste look'
  | 'Save as style'
  | 'Rename style'
  | 'Update style'
  | 'Delete style'
  /** By the name of the style. */
  | `Apply ${string}`;

type OfInks =
  | 'New ink'
  | 'New tint'
  | 'Mix ink'
  | 'Rename ink'
  | 'What an ink is for'
  | 'Share of the tint'
  | 'Overprint'
  | 'Make it a spot ink'
  | 'Make it a process ink'
  | 'Delete ink'
  | 'Paper';

type OfPlaced =
  | `Import art`
  | 'Place a picture'
  | 'Place a picture to trace'
  | 'Print the picture'
  | 'Dim picture'
  | `${'Move' | 'Turn' | 'Nudge' | 'Rename' | 'Lock' | 'Unlock' | 'Hide' | 'Show' | 'Ink of' | 'Size of'} ${Placed}`
  | `Centre ${Placed} on the sheet`
  | `Cut ${Placed} to a curve`;

type OfTwins = 'Make a twin' | 'Detach from twin' | 'Share with the twin';

type OfAnything =
  | 'Move'
  | 'Turn'
  | 'Turn a copy'
  | 'Duplicate'
  | 'Cut'
  | 'Paste'
  | 'Rename'
  | 'Rename curve'
  | 'Group'
  | 'Ungroup'
  | 'Stacking order'
  | 'Lock'
  | 'Unlock'
  | 'Hide'
  | 'Show'
  | `${'Lock' | 'Unlock' | 'Hide' | 'Show'} ${'curve' | 'lettering'}`
  /** By the noun of what is removed, or by how many things are. */
  | `Delete ${string}`;

type OfSheet =
  'Sheet size' | 'Bleed' | 'Process' | 'Guide grid' | 'Add guide' | 'Move guide' | 'Remove guide' | 'Clear guides';

/** What a fix of the proof is called; most say the figure that they reach. */
type OfProof =
  | `Call it “${string}”`
  | `Make it ${number} mm`
  | `Make it ${number} mm wide`
  | `Make them ${number} mm`
  | 'Make them alike'
  | `Reduce it to ${number} %`
  | `Give ${number} mm of bleed`
  | 'Let it knock out'
  | 'Take its ink away'
  | 'Put it there'
  | 'Turn it over, in its band';

/** What an edit is called in the undo list: every name that there is, by what is changed. */
export type EditLabel =
  OfWords | OfSeat | OfSpace | OfCurves | OfLook | OfInks | OfPlaced | OfTwins | OfAnything | OfSheet | OfProof;
