import { NO_KEYS, coursePart } from "../course";

/** Course 6: sharpness and tone lost on the way. Not yet laid in the product: it has no keys. */
export const finishPart = coursePart({
  key: "finish",
  name: "Finish",
  ready: false,
  shape: NO_KEYS,
  laid: () => false,
});
