/**
 * What the pages read. All of it can be made again from the log. Readings come one a second from
 * every probe for years, so they are partitioned by month; a month's partition is made when first
 * needed.
 */
export default {
  name: '04-read-tables',
  sql: `
    CREATE TABLE shots (
      session_id int NOT NULL REFERENCES sessions,
      shot text NOT NULL,
      n int NOT NULL,
      at timestamptz NOT NULL,
      job text NOT NULL,
      mould_id int NOT NULL,
      trial boolean NOT NULL,
      build text NOT NULL,
      bait_id int NOT NULL,
      colourway_id int NOT NULL,
      draw text NOT NULL,
      heats jsonb NOT NULL,
      mould_celsius double precision,
      against text[] NOT NULL,
      marked_at timestamptz,
      cured_at timestamptz,
      good int NOT NULL, usable int NOT NULL, second int NOT NULL,
      PRIMARY KEY (session_id, shot));
    CREATE INDEX shots_by_mould ON shots (mould_id, at DESC);
    CREATE TABLE cavity_results (
      session_id int NOT NULL,
      shot text NOT NULL,
      cavity smallint NOT NULL,
      draw text NOT NULL,
      grade text NOT NULL CHECK (grade IN ('good', 'usable', 'second')),
      fault text,
      PRIMARY KEY (session_id, shot, cavity),
      FOREIGN KEY (session_id, shot) REFERENCES shots ON DELETE CASCADE);
    CREATE TABLE cup_readings (
      session_id int NOT NULL,
      event_id uuid NOT NULL,
      at timestamptz NOT NULL,
      target_kind text NOT NULL,
      target text NOT NULL,
      celsius double precision,
      stage text,
      source text NOT NULL,
      PRIMARY KEY (at, event_id)) PARTITION BY RANGE (at);
    CREATE INDEX cup_readings_session ON cup_readings (session_id, at);
    CREATE FUNCTION reading_month(moment timestamptz) RETURNS void LANGUAGE plpgsql AS $$
      DECLARE
        first date := date_trunc('month', moment AT TIME ZONE 'UTC')::date;
        part text := 'cup_readings_' || to_char(first, 'YYYYMM');
      BEGIN
        IF to_regclass(part) IS NULL THEN
          PERFORM pg_advisory_xact_lock(771001);
          EXECUTE format('CREATE TABLE IF NOT EXISTS %I PARTITION OF cup_readings FOR VALUES FROM (%L) TO (%L)',
            part, first::text || ' 00:00+00', (first + interval '1 month')::date::text || ' 00:00+00');
        END IF;
      END $$;`,
};
