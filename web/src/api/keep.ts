/** What this device remembers under a name. */
export const read = <T>(name: string): T | undefined => {
  try {
    const text = localStorage.getItem(name);
    return text ? (JSON.parse(text) as T) : undefined;
  } catch {
    return undefined;
  }
};

export const write = (name: string, value: unknown) => {
  try {
    localStorage.setItem(name, JSON.stringify(value));
  } catch {
    // A full or forbidden store costs the reload, not the entry.
  }
};

export const remove = (name: string) => {
  try {
    localStorage.removeItem(name);
  } catch {
    // A forbidden store has nothing in it.
  }
};

/** Every name that begins so. */
export const named = (prefix: string): string[] => {
  try {
    return Object.keys(localStorage).filter((name) => name.startsWith(prefix));
  } catch {
    return [];
  }
};

export const newKey = () => crypto.randomUUID();
