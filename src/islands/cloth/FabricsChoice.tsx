import { ClothSwatch } from '~/components';
import type { Project } from '~/core/keep/model';
import css from './FabricChoice.module.css';

/** The project's cloth, laid out to pick one or several. The last one that is picked stays. */
export function FabricsChoice({
  label,
  project,
  values,
  onChange,
}: {
  label: string;
  project: Project;
  values: readonly string[];
  onChange: (ids: readonly string[]) => void;
}) {
  const picked = new Set(values);
  return (
    <fieldset className={css.fabrics}>
      <legend>{label}</legend>
      {project.fabrics.map((f) => (
        <label key={f.id} className={css.fabric}>
          <input
            type="checkbox"
            checked={picked.has(f.id)}
            onChange={() => {
              const next = picked.has(f.id) ? values.filter((id) => id !== f.id) : [...values, f.id];
              if (next.length > 0) onChange(next);
            }}
          />
          <ClothSwatch fabric={f} pictures={project.pictures} size={34} />
          <span>{f.name}</span>
        </label>
      ))}
    </fieldset>
  );
}
