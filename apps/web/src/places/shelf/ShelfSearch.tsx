import { METERS, meterText, RHYTHMS, SHELF_ORDERS, type ShelfOrder, type ShelfQuery, WHOLE_SHELF } from '@cifra/core';
import { Search, X } from 'lucide-react';
import { SelectField } from '../../ui/Field';
import { RHYTHM_LEVEL_WORDS, SHELF_ORDER_WORDS, TECHNIQUE_WORDS } from '../../words/shelfWords';

interface Props {
  readonly query: ShelfQuery;
  readonly onChange: (query: ShelfQuery) => void;
}

const isOrder = (text: string): text is ShelfOrder => SHELF_ORDERS.some((o) => o === text);

/** Finds lines by title, meter and technique, and puts them in order. */
export function ShelfSearch({ query, onChange }: Props) {
  const whole = Object.entries(WHOLE_SHELF).every(([k, v]) => query[k as keyof ShelfQuery] === v);
  return (
    <search className="flex flex-wrap items-center gap-2 border-b border-line py-3">
      <label className="relative min-w-48 flex-1">
        <span className="sr-only">Find a line</span>
        <Search size={15} aria-hidden className="absolute top-2.5 left-2.5 text-secondary" />
        <input
          type="search"
          value={query.text}
          maxLength={100}
          placeholder="Find a line"
          onChange={(e) => onChange({ ...query, text: e.target.value })}
          className="h-9 w-full rounded-md border border-[#8a97ab] bg-white pr-3 pl-8 placeholder:text-secondary"
        />
      </label>
      <SelectField
        id="shelf-meter"
        label="Counted in"
        hideLabel
        className="w-32"
        value={query.meter}
        onChange={(e) => onChange({ ...query, meter: e.target.value })}
      >
        <option value="">any meter</option>
        {[...new Set(METERS.map(meterText))].map((m) => (
          <option key={m} value={m}>
            {m}
          </option>
        ))}
      </SelectField>
      <SelectField
        id="shelf-technique"
        label="What it practises"
        hideLabel
        className="w-44"
        value={query.technique}
        onChange={(e) => onChange({ ...query, technique: e.target.value })}
      >
        <option value="">any rhythm, any sign</option>
        <optgroup label="Rhythm">
          {RHYTHMS.map((r) => (
            <option key={r} value={r}>
              {RHYTHM_LEVEL_WORDS[r]}
            </option>
          ))}
        </optgroup>
        <optgroup label="Signs">
          {Object.entries(TECHNIQUE_WORDS).map(([sign, words]) => (
            <option key={sign} value={sign}>
              {words}
            </option>
          ))}
        </optgroup>
      </SelectField>
      <SelectField
        id="shelf-order"
        label="Order"
        hideLabel
        className="w-44"
        value={query.order}
        onChange={(e) => {
          if (isOrder(e.target.value)) onChange({ ...query, order: e.target.value });
        }}
      >
        {SHELF_ORDERS.map((o) => (
          <option key={o} value={o}>
            {SHELF_ORDER_WORDS[o]}
          </option>
        ))}
      </SelectField>
      {!whole && (
        <button
          type="button"
          onClick={() => onChange(WHOLE_SHELF)}
          className="flex items-center gap-1 rounded px-2 py-1.5 text-secondary hover:bg-desk hover:text-ink"
        >
          <X size={14} aria-hidden />
          Show all
        </button>
      )}
    </search>
  );
}
