-- "ILIKE ALL (array)" cannot be answered from an index, so every search read all jobs. The first pattern, which the
-- caller makes the longest, is looked up in the trigram index; all of them are then held against what it found.
CREATE OR REPLACE FUNCTION jobs_matching(patterns text[]) RETURNS SETOF uuid LANGUAGE sql STABLE SECURITY DEFINER
SET search_path = public, pg_temp AS $$
  SELECT id FROM jobs
  WHERE shop_id = this_shop() AND search_text ILIKE patterns[1] AND search_text ILIKE ALL (patterns)
$$;
