import { say } from "@/language";
import { Eye, EyeOff, Trash2 } from "lucide-react";

/** What ends a schedule's row: the mark on or off, and away; without selecting the row. */
export function RowButtons({
  name,
  on,
  onSwitch,
  onDelete,
}: {
  name: string;
  on: boolean;
  onSwitch: () => void;
  onDelete: () => void;
}) {
  const buttons = [
    {
      label: on ? say("Switch {name} off", { name }) : say("Switch {name} on", { name }),
      Icon: on ? Eye : EyeOff,
      act: onSwitch,
    },
    { label: say("Delete {name}", { name }), Icon: Trash2, act: onDelete },
  ];
  return buttons.map(({ label, Icon, act }) => (
    <button
      key={label}
      className="btn btn-ghost btn-xs btn-square"
      aria-label={label}
      onClick={(e) => {
        e.stopPropagation();
        act();
      }}
    >
      <Icon size={14} />
    </button>
  ));
}
