import { Fragment, type ReactNode } from "react";
import { type Values, language, messageOf } from "@/core/language";

/** As `say`, of a sentence a part of which stands out: `<b>…</b>` in it is set in bold. */
export function sayWithBold(english: string, values: Values = {}): ReactNode {
  const { tag, sentences } = language();
  const spoken = (sentence: string, as: string): ReactNode => {
    const b = (parts: ReactNode[]): ReactNode => <b>{parts}</b>;
    const parts = messageOf(sentence, as).format<ReactNode>({ ...values, b });
    return Array.isArray(parts) ? parts.map((part, i) => <Fragment key={i}>{part as ReactNode}</Fragment>) : parts;
  };
  const sentence = sentences[english];
  if (sentence === undefined) return spoken(english, "en");
  try {
    return spoken(sentence, tag);
  } catch {
    return spoken(english, "en");
  }
}
