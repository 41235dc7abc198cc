-- A job is found by what its pieces and joints are called as well.
CREATE INDEX piece_search ON "piece" USING gin (name gin_trgm_ops) WHERE name <> '';
--> statement-breakpoint
CREATE INDEX joint_search ON "joint" USING gin (name gin_trgm_ops) WHERE name <> '';
--> statement-breakpoint
CREATE OR REPLACE FUNCTION jobs_like(pattern text) RETURNS SETOF uuid LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp ROWS 50 AS $$
  SELECT id FROM job WHERE (title || ' ' || item) ILIKE pattern AND workshop_id = served_workshop()
  UNION
  SELECT job_id FROM piece WHERE name <> '' AND name ILIKE pattern AND withdrawn_at IS NULL AND workshop_id = served_workshop()
  UNION
  SELECT job_id FROM joint WHERE name <> '' AND name ILIKE pattern AND withdrawn_at IS NULL AND workshop_id = served_workshop()
$$;
