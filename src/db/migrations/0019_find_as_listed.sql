-- A word that many jobs have was looked up in the index, and all that it found was read to show twenty-five: the more a shop
-- has released, the longer it took. What is looked for is first looked for among the latest, as the list has them, until a
-- page is full; only what is rarer than that comes from the index, and then there is little of it.
CREATE FUNCTION jobs_listed(patterns text[], most integer) RETURNS SETOF uuid LANGUAGE plpgsql STABLE SECURITY DEFINER
SET search_path = pg_catalog, public, pg_temp AS $$
DECLARE page uuid[];
BEGIN
  SELECT array_agg(listed.id) INTO page FROM (
    SELECT lately.id FROM (
      SELECT id, search_text, booked_at, number FROM jobs
      WHERE shop_id = this_shop() AND state = 'released'
      ORDER BY booked_at DESC, number DESC LIMIT 2000) lately
    WHERE lately.search_text ILIKE ALL (patterns)
    ORDER BY lately.booked_at DESC, lately.number DESC LIMIT most) listed;
  IF coalesce(array_length(page, 1), 0) >= most THEN
    RETURN QUERY SELECT unnest(page);
  ELSE
    RETURN QUERY SELECT jobs_matching(patterns);
  END IF;
END $$;
--> statement-breakpoint
REVOKE EXECUTE ON FUNCTION jobs_listed(text[], integer) FROM PUBLIC;
