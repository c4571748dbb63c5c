/** Types for the scripts of a plain page are in the DOM's map of tags; markup needs nothing. */

export const tagPlace = (): null => null;
