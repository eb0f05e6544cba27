/** Parts of `css-tree` by themselves: the whole brings a dictionary of all CSS with it. */
declare module 'css-tree/parser' {
  import { parse } from 'css-tree';
  export default parse;
}
declare module 'css-tree/generator' {
  import { generate } from 'css-tree';
  export default generate;
}
