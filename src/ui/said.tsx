import { Fragment, type ReactNode } from "react";
import { type Values, sayBy } from "@/language";

const bold = (parts: ReactNode[]): ReactNode => <b>{parts}</b>;

/** As `say`, of a sentence a part of which stands out: `<b>…</b>` in it is set in bold. */
export const sayWithBold = (english: string, values: Values = {}): ReactNode =>
  sayBy(english, (message): ReactNode => {
    const parts = message.format<ReactNode>({ ...values, b: bold });
    return Array.isArray(parts) ? parts.map((part, i) => <Fragment key={i}>{part as ReactNode}</Fragment>) : parts;
  });
