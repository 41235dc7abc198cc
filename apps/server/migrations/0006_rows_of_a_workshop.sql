-- Which rows a connection may touch: those of the workshop it serves. The tables' owner sees all of them, to bring them up to
-- date; the program itself is served by a role that owns nothing.
CREATE FUNCTION served_workshop() RETURNS uuid LANGUAGE sql STABLE PARALLEL SAFE AS $$
  SELECT nullif(current_setting('variatum.workshop', true), '')::uuid
$$;
--> statement-breakpoint
ALTER TABLE "workshop" ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY "of_workshop" ON "workshop" USING (id = served_workshop());
--> statement-breakpoint
DO $$
DECLARE
  owned text;
BEGIN
  FOREACH owned IN ARRAY ARRAY['job', 'piece', 'field_test', 'joint', 'decision', 'rod_stock', 'photo', 'photo_file'] LOOP
    EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', owned);
    EXECUTE format('CREATE POLICY of_workshop ON %I USING (workshop_id = served_workshop())', owned);
  END LOOP;
END $$;
--> statement-breakpoint
-- Likeness of texts may not be asked of an index before the rows are known to be of the workshop; the owner may ask it, and
-- answers nothing else.
CREATE FUNCTION jobs_like(pattern text) RETURNS SETOF uuid LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp ROWS 50 AS $$
  SELECT id FROM job WHERE (title || ' ' || item) ILIKE pattern AND workshop_id = served_workshop()
$$;
