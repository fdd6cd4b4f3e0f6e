/** Where the typefaces of documents lie. */
export const FONT_FOLDER = Symbol('font folder');
