-- How the sanitizer is dosed: by what the water lacks, or by one of the rules that owners go by.
UPDATE tubs SET choices = json_remove(json_set(choices, '$.dosing', CASE choices ->> '$.sanitizing' WHEN 'by label' THEN 'label' ELSE 'by demand' END), '$.sanitizing') WHERE choices ->> '$.sanitizing' IS NOT NULL;
