/** What is wrong at a key that has no field on this station is said above it. */
import { useWork } from "./WorkContext";

export function OtherErrors({ fields }: { fields: RegExp }) {
  const errors = useWork((state) => state.errors);
  const others = errors.filter((error) => !fields.test(error.path));
  if (others.length === 0) return null;
  return (
    <div role="alert">
      <ul className="other-errors">
        {others.map((error) => (
          <li key={error.path}>{error.sentence}</li>
        ))}
      </ul>
    </div>
  );
}
