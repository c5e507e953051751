import { Select } from "radix-ui";
import { ChevronDown } from "lucide-react";

/** Pick one of a few; always with a label. */
export function Choice(props: {
  label: string;
  value: string | undefined;
  placeholder?: string;
  options: { value: string; label: string }[];
  onChange: (value: string) => void;
  className?: string;
}) {
  return (
    <Select.Root value={props.value ?? ""} onValueChange={props.onChange}>
      <Select.Trigger
        aria-label={props.label}
        className={`inline-flex min-h-10 items-center justify-between gap-2 rounded-md border border-line bg-panel px-3 text-left hover:border-ink ${props.className ?? ""}`}
      >
        <span className="truncate">
          <Select.Value placeholder={props.placeholder} />
        </span>
        <ChevronDown size={16} aria-hidden className="shrink-0" />
      </Select.Trigger>
      <Select.Portal>
        <Select.Content
          position="popper"
          sideOffset={4}
          className="z-50 max-h-[60vh] min-w-(--radix-select-trigger-width) overflow-auto rounded-md border border-ink bg-panel p-1"
        >
          <Select.Viewport>
            {props.options.map((option) => (
              <Select.Item
                key={option.value}
                value={option.value}
                className="cursor-pointer rounded px-3 py-2 data-[highlighted]:bg-sunk data-[highlighted]:outline-none data-[state=checked]:font-semibold"
              >
                <Select.ItemText>{option.label}</Select.ItemText>
              </Select.Item>
            ))}
          </Select.Viewport>
        </Select.Content>
      </Select.Portal>
    </Select.Root>
  );
}
