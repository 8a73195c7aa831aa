/** The same object with one field set, or without the field when there is no value for it. */
export function withField<T extends object, K extends keyof T>(object: T, name: K, value: T[K] | undefined): T {
  if (value !== undefined) return object[name] === value ? object : { ...object, [name]: value };
  if (!(name in object)) return object;
  const { [name]: _gone, ...rest } = object;
  return rest as T;
}
