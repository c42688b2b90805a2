import { useId } from 'react';
import { ClothSwatch } from '~/components';
import type { Fabric } from '~/core/model';
import css from './Pattern.module.css';

/** The drawer's cloth, laid out to pick one. */
export function FabricChoice({
  label,
  fabrics,
  value,
  onChange,
}: {
  label: string;
  fabrics: readonly Fabric[];
  value: string;
  onChange: (id: string) => void;
}) {
  const name = useId();
  return (
    <fieldset className={css.fabrics}>
      <legend>{label}</legend>
      {fabrics.map((f) => (
        <label key={f.id} className={css.fabric}>
          <input type="radio" name={name} value={f.id} checked={f.id === value} onChange={() => onChange(f.id)} />
          <ClothSwatch fabric={f} size={34} />
          <span>{f.name}</span>
        </label>
      ))}
    </fieldset>
  );
}
