// What was typed into fields and refused: it stays where it stands, with what is wrong about it.
import { reactive } from 'vue'

/** ApiError texts by the name of their field. */
export function useFieldErrors() {
  const refused = reactive(new Map<string, { text: string; fault: string }>())
  return {
    refused,
    /** What stands in a field: what was refused there, else what is kept. */
    shown: (name: string, kept: string) => refused.get(name)?.text ?? kept,
    fault: (name: string) => refused.get(name)?.fault ?? '',
    refuse: (name: string, text: string, fault: string) => void refused.set(name, { text, fault }),
    accept: (name: string) => void refused.delete(name),
  }
}
