-- People know the last six or eight places of a VIN, so they are indexed by themselves.
-- Full-text indexes, kept up by triggers: whoever writes a row cannot forget them. The rowid of each is the row_id of its table.
CREATE VIRTUAL TABLE vehicle_search USING fts5(fleet_number, plate, vin, vin_ends, prefix = '2 3', tokenize = 'unicode61 remove_diacritics 2');
--> statement-breakpoint
CREATE TRIGGER vehicle_search_added AFTER INSERT ON vehicle BEGIN
  INSERT INTO vehicle_search (rowid, fleet_number, plate, vin, vin_ends)
  VALUES (new.row_id, new.fleet_number, new.plate, new.vin, substr(new.vin, -8) || ' ' || substr(new.vin, -6));
END;
--> statement-breakpoint
CREATE TRIGGER vehicle_search_changed AFTER UPDATE OF fleet_number, plate, vin ON vehicle BEGIN
  UPDATE vehicle_search SET fleet_number = new.fleet_number, plate = new.plate, vin = new.vin,
    vin_ends = substr(new.vin, -8) || ' ' || substr(new.vin, -6)
  WHERE rowid = new.row_id;
END;
--> statement-breakpoint
CREATE VIRTUAL TABLE job_search USING fts5(fleet_number, complaint, prefix = '2 3', tokenize = 'unicode61 remove_diacritics 2');
--> statement-breakpoint
CREATE TRIGGER job_search_added AFTER INSERT ON job BEGIN
  INSERT INTO job_search (rowid, fleet_number, complaint)
  VALUES (new.row_id, (SELECT fleet_number FROM vehicle WHERE vehicle_id = new.vehicle_id), new.complaint);
END;
--> statement-breakpoint
CREATE TRIGGER job_search_changed AFTER UPDATE OF complaint ON job WHEN old.complaint <> new.complaint BEGIN
  UPDATE job_search SET complaint = new.complaint WHERE rowid = new.row_id;
END;
--> statement-breakpoint
CREATE TRIGGER job_search_renamed AFTER UPDATE OF fleet_number ON vehicle WHEN old.fleet_number <> new.fleet_number BEGIN
  UPDATE job_search SET fleet_number = new.fleet_number
  WHERE rowid IN (SELECT row_id FROM job WHERE vehicle_id = new.vehicle_id);
END;
--> statement-breakpoint
CREATE VIRTUAL TABLE note_search USING fts5(job_id UNINDEXED, note, prefix = '2 3', tokenize = 'unicode61 remove_diacritics 2');
--> statement-breakpoint
CREATE TRIGGER note_search_added AFTER INSERT ON job_event WHEN new.kind IN ('noted', 'complaintChecked') BEGIN
  INSERT INTO note_search (job_id, note) VALUES (new.job_id, coalesce(new.event ->> 'text', new.event ->> 'seen'));
END;
--> statement-breakpoint
CREATE VIRTUAL TABLE plan_search USING fts5(plan_id UNINDEXED, title, subjects, prefix = '2 3', tokenize = 'unicode61 remove_diacritics 2');
--> statement-breakpoint
CREATE TRIGGER plan_search_added AFTER UPDATE OF state ON plan_version WHEN new.state = 'released' BEGIN
  DELETE FROM plan_search WHERE plan_id = new.plan_id;
  INSERT INTO plan_search (plan_id, title, subjects)
  VALUES (new.plan_id, new.title,
    (SELECT group_concat(value, ', ') FROM (SELECT value FROM json_each(new.applies_to, '$.complaints')
      UNION ALL SELECT value FROM json_each(new.applies_to, '$.codes'))));
END;
--> statement-breakpoint
CREATE VIRTUAL TABLE part_search USING fts5(name, detail, prefix = '2 3', tokenize = 'unicode61 remove_diacritics 2');
--> statement-breakpoint
CREATE TRIGGER part_search_added AFTER INSERT ON plan_part BEGIN
  INSERT INTO part_search (rowid, name, detail) VALUES (new.row_id, new.name, new.detail);
END;
--> statement-breakpoint
CREATE TRIGGER part_search_removed AFTER DELETE ON plan_part BEGIN
  DELETE FROM part_search WHERE rowid = old.row_id;
END;
--> statement-breakpoint
CREATE VIRTUAL TABLE code_search USING fts5(codes, prefix = '2 3 4', tokenize = 'unicode61 remove_diacritics 2');
--> statement-breakpoint
CREATE TRIGGER code_search_added AFTER INSERT ON code_sheet BEGIN
  INSERT INTO code_search (rowid, codes)
  SELECT new.row_id, group_concat((value ->> 'code') || coalesce('-' || (value ->> 'failureType'), '') || ' ' || (value ->> 'text'), '; ')
  FROM json_each(new.document, '$.codes');
END;
