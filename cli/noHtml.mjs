/** Stands in for the HTML parser of the PDF library: no file here is drawn from HTML, and it takes long to load. */
export const NodeType = {};
export const parse = () => {
  throw new Error('The command line has no HTML parser.');
};
