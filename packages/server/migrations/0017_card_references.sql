-- Part cards have known-good captures since plan format 11.
UPDATE library_card
SET card = json_set(card, '$.references', json('[]'))
WHERE json_type(card, '$.references') IS NULL;
