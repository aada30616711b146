DROP TRIGGER note_search_added;
--> statement-breakpoint
CREATE TRIGGER note_search_added AFTER INSERT ON job_event WHEN new.kind IN ('noted', 'complaintChecked', 'sideFound') BEGIN
  INSERT INTO note_search (job_id, note) VALUES (new.job_id, coalesce(new.event ->> 'text', new.event ->> 'seen', new.event ->> '$.finding.what'));
END;
