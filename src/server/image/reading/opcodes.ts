import { type Opcode, readOpcodes } from "@/core/lens";
import { withTiffTags } from "../writing/tiff-tags";

/** What is to be done to a DNG's picture after it has been developed: where cameras put what is about their lens. */
const OPCODE_LIST_3 = 51_022;
/** Longer lists hold maps, not a lens, bytes. */
const MOST_BYTES = 1 << 20;

/** The opcodes about the lens that a raw photo brings; none where it brings none. */
export const lensOpcodesOf = (file: string): Promise<Opcode[]> =>
  withTiffTags(file, async (directories) => {
    for (const tags of directories) {
      const list = tags.find((t) => t.tag === OPCODE_LIST_3 && t.length <= MOST_BYTES);
      const opcodes = list ? readOpcodes(await list.bytes()) : [];
      if (opcodes.length > 0) return opcodes;
    }
    return [];
  });
