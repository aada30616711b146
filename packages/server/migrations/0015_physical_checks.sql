-- Part cards say since plan format 10 what a value of the vehicle should be by its physics.
UPDATE library_card
SET card = json_set(card, '$.physicalChecks', json('[]'))
WHERE json_type(card, '$.physicalChecks') IS NULL;
