export interface Cluster {
  url: string;
  port: number;
  dir: string;
  start: () => void;
  stop: (mode?: 'fast' | 'immediate') => void;
  remove: () => void;
  database: (name: string) => string;
  /** as the cluster's owner */
  psql: (
    database: string,
    sql: string,
  ) => { status: number | null; stdout: string; stderr: string };
}
export const cluster: (name: string, database?: string) => Promise<Cluster>;
