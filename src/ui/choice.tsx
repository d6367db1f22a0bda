import { RadioGroup as Radix } from 'radix-ui';

/** One of a few, each with a line about what it means. */
export function Choice<T extends string>({ label, value, onChange, options }: { readonly label: string; readonly value: T; readonly onChange: (value: T) => void; readonly options: readonly { readonly value: T; readonly label: string; readonly about: string }[] }) {
  return (
    <Radix.Root aria-label={label} value={value} onValueChange={(next) => onChange(next as T)} className="flex flex-col gap-1">
      <span className="text-muted">{label}</span>
      {options.map((option) => (
        <Radix.Item key={option.value} value={option.value} className="rounded-md bg-raised px-3 py-2 text-left hover:bg-lifted data-[state=checked]:ring-2 data-[state=checked]:ring-leaf">
          <span className="block">{option.label}</span>
          <span className="block text-[12px] text-muted">{option.about}</span>
        </Radix.Item>
      ))}
    </Radix.Root>
  );
}
