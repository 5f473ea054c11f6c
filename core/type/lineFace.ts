/** The face that ships whose strokes are as good as single lines. */
export const LINE_FACE = 'montserrat-thin';
