-- Codes whose self-test has passed or has not run were listed as codes of the vehicle. Bits of a status that was seen: ISO 14229-1, D.2.
DELETE FROM sheet_code
WHERE EXISTS (
  SELECT 1
  FROM code_sheet, json_each(code_sheet.document, '$.codes') AS told
  WHERE code_sheet.sheet_id = sheet_code.sheet_id
    AND told.key = sheet_code.seq
    AND told.value ->> 'status' IS NOT NULL
    AND (told.value ->> 'status') & 47 = 0
);
