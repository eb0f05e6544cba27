import { ContractError, type Detail } from '../check.ts';

/** What is found wrong; empty when the input is taken. */
export function faults(check: () => unknown): readonly Detail[] {
  try {
    check();
    return [];
  } catch (error) {
    if (error instanceof ContractError) return error.details;
    throw error;
  }
}
export const pathsOf = (check: () => unknown): string[] => faults(check).map((fault) => fault.path);
