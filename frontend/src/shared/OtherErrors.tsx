/** What is wrong at a key that has no field on this station is said above it. */
import type { WorkState } from "./useWork";

export function OtherErrors({ state, fields }: { state: WorkState; fields: RegExp }) {
  const others = state.errors.filter((error) => !fields.test(error.path));
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
