import { NO_KEYS, coursePart } from "../course";

/** Course 5: the empty wedges that remain. Not yet laid in the product: it has no keys. */
export const edgesPart = coursePart({ key: "edges", name: "Edges", ready: false, shape: NO_KEYS, laid: () => false });
