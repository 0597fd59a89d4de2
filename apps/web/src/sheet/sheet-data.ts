/** A sheet as the server gives it. */
export interface SheetData {
  id: string;
  name: string;
  note: string;
  script: string;
  revision: number;
  changedAt: string;
  /** How many files are attached; only lists of sheets say it. */
  attached?: number;
}
