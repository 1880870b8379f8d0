-- Names of a tub's choices and surroundings as the trade has them.
UPDATE tubs SET choices = json_remove(json_set(choices, '$.raisePh', choices ->> '$.lift'), '$.lift') WHERE choices ->> '$.lift' IS NOT NULL;
--> statement-breakpoint
UPDATE tubs SET choices = json_remove(json_set(choices, '$.aim', choices ->> '$.care'), '$.care') WHERE choices ->> '$.care' IS NOT NULL;
--> statement-breakpoint
UPDATE tubs SET surroundings = json_remove(json_set(surroundings, '$.supplementaryDisinfection', surroundings ->> '$.cleaner', '$.exposure', surroundings ->> '$.stands'), '$.cleaner', '$.stands') WHERE surroundings ->> '$.cleaner' IS NOT NULL;
--> statement-breakpoint
-- A changed preset kept the whole preset, words and all; from here on it keeps what differs. What equals the preset of then goes.
UPDATE chore_rules SET change = json_remove(change, '$.name') WHERE preset = 'level look' AND change ->> '$.name' = 'Look at the level and the water';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.purpose') WHERE preset = 'level look' AND change ->> '$.purpose' = 'Low water lets the pump draw air; a look finds cloud, foam and lines early.';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.needs') WHERE preset = 'level look' AND change ->> '$.needs' = '';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.how') WHERE preset = 'level look' AND change -> '$.how' = '["Above the skimmer’s middle; top up through the hose filter where there is one.","An inch or two a month is evaporation; more is a leak.","After a top-up, test."]';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.cautions') WHERE preset = 'level look' AND change -> '$.cautions' = '[]';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.lane') WHERE preset = 'level look' AND change ->> '$.lane' = 'water';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.windowDays') WHERE preset = 'level look' AND change ->> '$.windowDays' = 2;
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.minutes') WHERE preset = 'level look' AND change ->> '$.minutes' = 2;
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.interval') WHERE preset = 'level look' AND change -> '$.interval' = '{"days":7}';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.season') WHERE preset = 'level look' AND json_type(change, '$.season') = 'null';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.name') WHERE preset = 'filter rinse' AND change ->> '$.name' = 'Rinse the filter';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.purpose') WHERE preset = 'filter rinse' AND change ->> '$.purpose' = 'A filter that clogs slows the water and eats sanitizer.';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.needs') WHERE preset = 'filter rinse' AND change ->> '$.needs' = 'a hose';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.how') WHERE preset = 'filter rinse' AND change -> '$.how' = '["Power off at the breaker before a cartridge comes out.","Hose between all pleats, top to bottom, until it runs white.","Back in, power on, look for flow."]';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.cautions') WHERE preset = 'filter rinse' AND change -> '$.cautions' = '["Never run the pump without a filter.","No dishwasher, no household soap."]';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.lane') WHERE preset = 'filter rinse' AND change ->> '$.lane' = 'filters';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.windowDays') WHERE preset = 'filter rinse' AND change ->> '$.windowDays' = 2;
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.minutes') WHERE preset = 'filter rinse' AND change ->> '$.minutes' = 10;
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.interval') WHERE preset = 'filter rinse' AND change -> '$.interval' = '{"days":7,"personHours":6}';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.season') WHERE preset = 'filter rinse' AND json_type(change, '$.season') = 'null';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.name') WHERE preset = 'filter soak' AND change ->> '$.name' = 'Deep-clean the filter';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.purpose') WHERE preset = 'filter soak' AND change ->> '$.purpose' = 'Grease and scale sit where a hose does not reach.';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.needs') WHERE preset = 'filter soak' AND change ->> '$.needs' = 'a bucket, filter cleaner, the spare set';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.how') WHERE preset = 'filter soak' AND change -> '$.how' = '["Power off at the breaker before a cartridge comes out.","Rinse, soak by the cleaner’s label in a bucket outside, rinse until it runs clear.","Dry it, with the spare set in the tub meanwhile."]';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.cautions') WHERE preset = 'filter soak' AND change -> '$.cautions' = '["Filter cleaner never goes into the tub: what is left of it foams."]';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.lane') WHERE preset = 'filter soak' AND change ->> '$.lane' = 'filters';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.windowDays') WHERE preset = 'filter soak' AND change ->> '$.windowDays' = 7;
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.minutes') WHERE preset = 'filter soak' AND change ->> '$.minutes' = 20;
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.interval') WHERE preset = 'filter soak' AND change -> '$.interval' = '{"days":35,"personHours":35}';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.season') WHERE preset = 'filter soak' AND json_type(change, '$.season') = 'null';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.name') WHERE preset = 'filter replace' AND change ->> '$.name' = 'Replace the filter';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.purpose') WHERE preset = 'filter replace' AND change ->> '$.purpose' = 'Pleats tear, bands sag, and one day it does not come white any more.';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.needs') WHERE preset = 'filter replace' AND change ->> '$.needs' = 'a new cartridge';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.how') WHERE preset = 'filter replace' AND change -> '$.how' = '["Power off at the breaker before a cartridge comes out.","Sooner, if it does not come white or an end cracks."]';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.cautions') WHERE preset = 'filter replace' AND change -> '$.cautions' = '[]';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.lane') WHERE preset = 'filter replace' AND change ->> '$.lane' = 'filters';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.windowDays') WHERE preset = 'filter replace' AND change ->> '$.windowDays' = 30;
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.minutes') WHERE preset = 'filter replace' AND change ->> '$.minutes' = 10;
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.interval') WHERE preset = 'filter replace' AND change -> '$.interval' = '{"days":365}';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.season') WHERE preset = 'filter replace' AND json_type(change, '$.season') = 'null';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.name') WHERE preset = 'waterline' AND change ->> '$.name' = 'Wipe the waterline';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.purpose') WHERE preset = 'waterline' AND change ->> '$.purpose' = 'Scum that dries there etches the shell.';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.needs') WHERE preset = 'waterline' AND change ->> '$.needs' = 'a soft cloth';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.how') WHERE preset = 'waterline' AND change -> '$.how' = '["A soft cloth and tub water. Tan is dust of the fill, white or yellow is scum."]';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.cautions') WHERE preset = 'waterline' AND change -> '$.cautions' = '["No household cleaner: it foams and eats sanitizer."]';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.lane') WHERE preset = 'waterline' AND change ->> '$.lane' = 'surfaces';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.windowDays') WHERE preset = 'waterline' AND change ->> '$.windowDays' = 2;
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.minutes') WHERE preset = 'waterline' AND change ->> '$.minutes' = 5;
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.interval') WHERE preset = 'waterline' AND change -> '$.interval' = '{"days":7,"personHours":8}';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.season') WHERE preset = 'waterline' AND json_type(change, '$.season') = 'null';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.name') WHERE preset = 'shell clean' AND change ->> '$.name' = 'Clean the empty shell';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.purpose') WHERE preset = 'shell clean' AND change ->> '$.purpose' = 'New water on an old film lasts half as long.';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.needs') WHERE preset = 'shell clean' AND change ->> '$.needs' = 'a soft cloth, a cleaner for its surface';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.how') WHERE preset = 'shell clean' AND change -> '$.how' = '["Shell, jets, pillows; rinse twice; wipe dry before the fill."]';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.cautions') WHERE preset = 'shell clean' AND change -> '$.cautions' = '["Power off while it is empty. Gloves, and air: fumes stay low in a shell."]';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.lane') WHERE preset = 'shell clean' AND change ->> '$.lane' = 'surfaces';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.windowDays') WHERE preset = 'shell clean' AND change ->> '$.windowDays' = 2;
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.minutes') WHERE preset = 'shell clean' AND change ->> '$.minutes' = 30;
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.interval') WHERE preset = 'shell clean' AND change -> '$.interval' = '{"drain":"with"}';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.season') WHERE preset = 'shell clean' AND json_type(change, '$.season') = 'null';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.name') WHERE preset = 'jets' AND change ->> '$.name' = 'Clean the jets';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.purpose') WHERE preset = 'jets' AND change ->> '$.purpose' = 'Scale and grit make them stiff, then they crack.';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.needs') WHERE preset = 'jets' AND change ->> '$.needs' = 'a bucket of warm water and vinegar';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.how') WHERE preset = 'jets' AND change -> '$.how' = '["Turn out what comes out by hand, soak for an hour, rinse well, turn back."]';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.cautions') WHERE preset = 'jets' AND change -> '$.cautions' = '["Nothing that is stuck: a pried jet leaks behind the shell."]';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.lane') WHERE preset = 'jets' AND change ->> '$.lane' = 'surfaces';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.windowDays') WHERE preset = 'jets' AND change ->> '$.windowDays' = 30;
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.minutes') WHERE preset = 'jets' AND change ->> '$.minutes' = 30;
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.interval') WHERE preset = 'jets' AND change -> '$.interval' = '{"days":365}';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.season') WHERE preset = 'jets' AND json_type(change, '$.season') = 'null';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.name') WHERE preset = 'scale inhibitor' AND change ->> '$.name' = 'Add scale inhibitor';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.purpose') WHERE preset = 'scale inhibitor' AND change ->> '$.purpose' = 'It keeps calcium and metals dissolved; what it holds is used up week by week.';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.needs') WHERE preset = 'scale inhibitor' AND change ->> '$.needs' = '';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.how') WHERE preset = 'scale inhibitor' AND change -> '$.how' = '["By its label, jets on."]';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.cautions') WHERE preset = 'scale inhibitor' AND change -> '$.cautions' = '[]';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.lane') WHERE preset = 'scale inhibitor' AND change ->> '$.lane' = 'water';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.windowDays') WHERE preset = 'scale inhibitor' AND change ->> '$.windowDays' = 2;
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.minutes') WHERE preset = 'scale inhibitor' AND change ->> '$.minutes' = 2;
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.interval') WHERE preset = 'scale inhibitor' AND change -> '$.interval' = '{"days":7}';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.season') WHERE preset = 'scale inhibitor' AND json_type(change, '$.season') = 'null';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.name') WHERE preset = 'enzyme' AND change ->> '$.name' = 'Add enzyme';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.purpose') WHERE preset = 'enzyme' AND change ->> '$.purpose' = 'It eats oils before they are scum. Many do without.';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.needs') WHERE preset = 'enzyme' AND change ->> '$.needs' = '';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.how') WHERE preset = 'enzyme' AND change -> '$.how' = '["By its label, jets on; a day apart from a shock."]';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.cautions') WHERE preset = 'enzyme' AND change -> '$.cautions' = '[]';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.lane') WHERE preset = 'enzyme' AND change ->> '$.lane' = 'water';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.windowDays') WHERE preset = 'enzyme' AND change ->> '$.windowDays' = 2;
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.minutes') WHERE preset = 'enzyme' AND change ->> '$.minutes' = 2;
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.interval') WHERE preset = 'enzyme' AND change -> '$.interval' = '{"days":7}';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.season') WHERE preset = 'enzyme' AND json_type(change, '$.season') = 'null';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.name') WHERE preset = 'purge' AND change ->> '$.name' = 'Purge the pipes';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.purpose') WHERE preset = 'purge' AND change ->> '$.purpose' = 'Film in the pipes seeds the new water.';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.needs') WHERE preset = 'purge' AND change ->> '$.needs' = '';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.how') WHERE preset = 'purge' AND change -> '$.how' = '["The day before the drain, by its label, jets on; filters out or as the label says."]';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.cautions') WHERE preset = 'purge' AND change -> '$.cautions' = '["Nobody in after it, until the water is new."]';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.lane') WHERE preset = 'purge' AND change ->> '$.lane' = 'water';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.windowDays') WHERE preset = 'purge' AND change ->> '$.windowDays' = 3;
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.minutes') WHERE preset = 'purge' AND change ->> '$.minutes' = 15;
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.interval') WHERE preset = 'purge' AND change -> '$.interval' = '{"drain":"before"}';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.season') WHERE preset = 'purge' AND json_type(change, '$.season') = 'null';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.name') WHERE preset = 'cover underside' AND change ->> '$.name' = 'Wipe shell and cover’s underside with the shock';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.purpose') WHERE preset = 'cover underside' AND change ->> '$.purpose' = 'What a shock drives off settles there.';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.needs') WHERE preset = 'cover underside' AND change ->> '$.needs' = 'a soft cloth';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.how') WHERE preset = 'cover underside' AND change -> '$.how' = '["With every third shock, while the cover is open: above the waterline and beneath it."]';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.cautions') WHERE preset = 'cover underside' AND change -> '$.cautions' = '["Not with the face over a tub that was just shocked."]';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.lane') WHERE preset = 'cover underside' AND change ->> '$.lane' = 'cover';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.windowDays') WHERE preset = 'cover underside' AND change ->> '$.windowDays' = 3;
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.minutes') WHERE preset = 'cover underside' AND change ->> '$.minutes' = 10;
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.interval') WHERE preset = 'cover underside' AND change -> '$.interval' = '{"shocks":3}';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.season') WHERE preset = 'cover underside' AND json_type(change, '$.season') = 'null';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.name') WHERE preset = 'cover wipe' AND change ->> '$.name' = 'Wipe the cover, inside and out';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.purpose') WHERE preset = 'cover wipe' AND change ->> '$.purpose' = 'What steams off gathers under it.';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.needs') WHERE preset = 'cover wipe' AND change ->> '$.needs' = 'a soft cloth';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.how') WHERE preset = 'cover wipe' AND change -> '$.how' = '["A soft cloth and tub water; look at seams and straps; lift it: heavy means waterlogged."]';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.cautions') WHERE preset = 'cover wipe' AND change -> '$.cautions' = '[]';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.lane') WHERE preset = 'cover wipe' AND change ->> '$.lane' = 'cover';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.windowDays') WHERE preset = 'cover wipe' AND change ->> '$.windowDays' = 7;
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.minutes') WHERE preset = 'cover wipe' AND change ->> '$.minutes' = 10;
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.interval') WHERE preset = 'cover wipe' AND change -> '$.interval' = '{"days":30}';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.season') WHERE preset = 'cover wipe' AND json_type(change, '$.season') = 'null';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.name') WHERE preset = 'cover look' AND change ->> '$.name' = 'Look at seams, weight and lifter';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.purpose') WHERE preset = 'cover look' AND change ->> '$.purpose' = 'A split seam lets water into the foam; a heavy cover bends its lifter.';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.needs') WHERE preset = 'cover look' AND change ->> '$.needs' = '';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.how') WHERE preset = 'cover look' AND change -> '$.how' = '["Seams taped as soon as they split; a cover lasts four to six years.","Lifter: screws tight, arms straight, no hand between them.","Straps and locks hold: it keeps children out."]';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.cautions') WHERE preset = 'cover look' AND change -> '$.cautions' = '[]';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.lane') WHERE preset = 'cover look' AND change ->> '$.lane' = 'cover';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.windowDays') WHERE preset = 'cover look' AND change ->> '$.windowDays' = 14;
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.minutes') WHERE preset = 'cover look' AND change ->> '$.minutes' = 5;
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.interval') WHERE preset = 'cover look' AND change -> '$.interval' = '{"days":91}';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.season') WHERE preset = 'cover look' AND json_type(change, '$.season') = 'null';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.name') WHERE preset = 'cover protect' AND change ->> '$.name' = 'Protect the cover';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.purpose') WHERE preset = 'cover protect' AND change ->> '$.purpose' = 'Sun makes vinyl brittle.';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.needs') WHERE preset = 'cover protect' AND change ->> '$.needs' = 'protectant for vinyl';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.how') WHERE preset = 'cover protect' AND change -> '$.how' = '["A protectant for vinyl by its label, outside only."]';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.cautions') WHERE preset = 'cover protect' AND change -> '$.cautions' = '[]';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.lane') WHERE preset = 'cover protect' AND change ->> '$.lane' = 'cover';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.windowDays') WHERE preset = 'cover protect' AND change ->> '$.windowDays' = 14;
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.minutes') WHERE preset = 'cover protect' AND change ->> '$.minutes' = 15;
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.interval') WHERE preset = 'cover protect' AND change -> '$.interval' = '{"days":91}';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.season') WHERE preset = 'cover protect' AND json_type(change, '$.season') = 'null';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.name') WHERE preset = 'cover clear' AND change ->> '$.name' = 'Leaves and snow off the cover';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.purpose') WHERE preset = 'cover clear' AND change ->> '$.purpose' = 'Wet snow breaks the foam.';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.needs') WHERE preset = 'cover clear' AND change ->> '$.needs' = 'a soft broom';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.how') WHERE preset = 'cover clear' AND change -> '$.how' = '["Broom, never a shovel. Set its months by where you live."]';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.cautions') WHERE preset = 'cover clear' AND change -> '$.cautions' = '["Nobody on the cover."]';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.lane') WHERE preset = 'cover clear' AND change ->> '$.lane' = 'cover';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.windowDays') WHERE preset = 'cover clear' AND change ->> '$.windowDays' = 2;
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.minutes') WHERE preset = 'cover clear' AND change ->> '$.minutes' = 5;
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.interval') WHERE preset = 'cover clear' AND change -> '$.interval' = '{"days":7}';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.name') WHERE preset = 'earth-fault test' AND change ->> '$.name' = 'Press the test button of the earth-fault switch';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.purpose') WHERE preset = 'earth-fault test' AND change ->> '$.purpose' = 'RCD or GFCI: it is what saves a life when something leaks current.';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.needs') WHERE preset = 'earth-fault test' AND change ->> '$.needs' = '';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.how') WHERE preset = 'earth-fault test' AND change -> '$.how' = '["Nobody in. Press test: it must trip at once. Reset it; the tub starts again."]';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.cautions') WHERE preset = 'earth-fault test' AND change -> '$.cautions' = '["Does it not trip, nobody gets in until a licensed electrician has seen it."]';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.lane') WHERE preset = 'earth-fault test' AND change ->> '$.lane' = 'equipment';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.windowDays') WHERE preset = 'earth-fault test' AND change ->> '$.windowDays' = 7;
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.minutes') WHERE preset = 'earth-fault test' AND change ->> '$.minutes' = 1;
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.interval') WHERE preset = 'earth-fault test' AND change -> '$.interval' = '{"days":30}';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.season') WHERE preset = 'earth-fault test' AND json_type(change, '$.season') = 'null';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.name') WHERE preset = 'hose filter' AND change ->> '$.name' = 'Replace the hose filter';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.purpose') WHERE preset = 'hose filter' AND change ->> '$.purpose' = 'Spent, it lets metals through again.';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.needs') WHERE preset = 'hose filter' AND change ->> '$.needs' = 'a new hose filter';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.how') WHERE preset = 'hose filter' AND change -> '$.how' = '["By its label; common practice 5700 L, three fills of 1900 L."]';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.cautions') WHERE preset = 'hose filter' AND change -> '$.cautions' = '[]';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.lane') WHERE preset = 'hose filter' AND change ->> '$.lane' = 'equipment';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.windowDays') WHERE preset = 'hose filter' AND change ->> '$.windowDays' = 7;
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.minutes') WHERE preset = 'hose filter' AND change ->> '$.minutes' = 2;
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.interval') WHERE preset = 'hose filter' AND change -> '$.interval' = '{"hoseLitres":5700}';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.season') WHERE preset = 'hose filter' AND json_type(change, '$.season') = 'null';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.name') WHERE preset = 'lamp' AND change ->> '$.name' = 'Look at the lamp';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.purpose') WHERE preset = 'lamp' AND change ->> '$.purpose' = 'A lens that leaks or fogs is found before it shorts.';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.needs') WHERE preset = 'lamp' AND change ->> '$.needs' = '';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.how') WHERE preset = 'lamp' AND change -> '$.how' = '["Lit, no water or fog behind the lens."]';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.cautions') WHERE preset = 'lamp' AND change -> '$.cautions' = '["Opening it is for a licensed person."]';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.lane') WHERE preset = 'lamp' AND change ->> '$.lane' = 'equipment';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.windowDays') WHERE preset = 'lamp' AND change ->> '$.windowDays' = 21;
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.minutes') WHERE preset = 'lamp' AND change ->> '$.minutes' = 1;
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.interval') WHERE preset = 'lamp' AND change -> '$.interval' = '{"days":182}';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.season') WHERE preset = 'lamp' AND json_type(change, '$.season') = 'null';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.name') WHERE preset = 'heat-pump fins' AND change ->> '$.name' = 'Brush the heat pump’s fins';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.purpose') WHERE preset = 'heat-pump fins' AND change ->> '$.purpose' = 'Leaves in the fins cost heat.';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.needs') WHERE preset = 'heat-pump fins' AND change ->> '$.needs' = '';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.how') WHERE preset = 'heat-pump fins' AND change -> '$.how' = '["Power off. A soft brush along the fins, water without pressure."]';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.cautions') WHERE preset = 'heat-pump fins' AND change -> '$.cautions' = '["No cover off it: what is inside is for a licensed person."]';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.lane') WHERE preset = 'heat-pump fins' AND change ->> '$.lane' = 'equipment';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.windowDays') WHERE preset = 'heat-pump fins' AND change ->> '$.windowDays' = 30;
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.minutes') WHERE preset = 'heat-pump fins' AND change ->> '$.minutes' = 20;
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.interval') WHERE preset = 'heat-pump fins' AND change -> '$.interval' = '{"days":365}';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.season') WHERE preset = 'heat-pump fins' AND json_type(change, '$.season') = 'null';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.name') WHERE preset = 'yearly service' AND change ->> '$.name' = 'Yearly service';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.purpose') WHERE preset = 'yearly service' AND change ->> '$.purpose' = 'Wiring, leaks, pumps, heater.';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.needs') WHERE preset = 'yearly service' AND change ->> '$.needs' = '';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.how') WHERE preset = 'yearly service' AND change -> '$.how' = '["By a licensed person."]';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.cautions') WHERE preset = 'yearly service' AND change -> '$.cautions' = '["Nothing behind the panels is for an owner."]';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.lane') WHERE preset = 'yearly service' AND change ->> '$.lane' = 'equipment';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.windowDays') WHERE preset = 'yearly service' AND change ->> '$.windowDays' = 30;
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.minutes') WHERE preset = 'yearly service' AND change ->> '$.minutes' = 60;
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.interval') WHERE preset = 'yearly service' AND change -> '$.interval' = '{"days":365}';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.season') WHERE preset = 'yearly service' AND json_type(change, '$.season') = 'null';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.name') WHERE preset = 'cell look' AND change ->> '$.name' = 'Look at the cell’s plates';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.purpose') WHERE preset = 'cell look' AND change ->> '$.purpose' = 'White scale on them makes a cell read low and work hard.';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.needs') WHERE preset = 'cell look' AND change ->> '$.needs' = '';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.how') WHERE preset = 'cell look' AND change -> '$.how' = '["Power off, out by its manual. Scale goes with what its maker names."]';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.cautions') WHERE preset = 'cell look' AND change -> '$.cautions' = '["Acid for a cell is for gloves, eye cover and the open air; its manual first."]';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.lane') WHERE preset = 'cell look' AND change ->> '$.lane' = 'equipment';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.windowDays') WHERE preset = 'cell look' AND change ->> '$.windowDays' = 7;
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.minutes') WHERE preset = 'cell look' AND change ->> '$.minutes' = 10;
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.interval') WHERE preset = 'cell look' AND change -> '$.interval' = '{"days":30}';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.season') WHERE preset = 'cell look' AND json_type(change, '$.season') = 'null';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.name') WHERE preset = 'mineral cartridge' AND change ->> '$.name' = 'Replace the silver or mineral cartridge';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.purpose') WHERE preset = 'mineral cartridge' AND change ->> '$.purpose' = 'After its months it gives off nothing.';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.needs') WHERE preset = 'mineral cartridge' AND change ->> '$.needs' = 'a new cartridge';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.how') WHERE preset = 'mineral cartridge' AND change -> '$.how' = '["Out, the new one in, the date on it."]';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.cautions') WHERE preset = 'mineral cartridge' AND change -> '$.cautions' = '[]';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.lane') WHERE preset = 'mineral cartridge' AND change ->> '$.lane' = 'equipment';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.windowDays') WHERE preset = 'mineral cartridge' AND change ->> '$.windowDays' = 14;
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.minutes') WHERE preset = 'mineral cartridge' AND change ->> '$.minutes' = 5;
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.interval') WHERE preset = 'mineral cartridge' AND change -> '$.interval' = '{"days":120}';
--> statement-breakpoint
UPDATE chore_rules SET change = json_remove(change, '$.season') WHERE preset = 'mineral cartridge' AND json_type(change, '$.season') = 'null';
