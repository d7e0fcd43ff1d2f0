import { createContext, useContext } from "react";
import { MOVE } from "./move-tool";
import type { Tool } from "./tool";

/** The tool in hand, as the sheet gives it to what it draws. */
export const ToolInHand = createContext<Tool>(MOVE);

export const useToolInHand = (): Tool => useContext(ToolInHand);
