/** A list of panels, each with a list of its own, a number and a handler. */
export interface Item {
  key: string;
  watches: { name: string; hours: number }[];
  rowCount: number;
  pick: (event: Event) => void;
}

export interface Input {
  items: Item[];
}
