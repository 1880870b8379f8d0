-- Whether inhibitor goes first is the fill water's to say; what was only the form's own default is no decision.
UPDATE tubs SET refill = json_remove(refill, '$.metalsFirst') WHERE refill ->> '$.metalsFirst' = 0;
