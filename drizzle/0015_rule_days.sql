UPDATE `answering_rule` SET `rule` = replace(replace(`rule`, '"leastDays":', '"minDays":'), '"mostDays":', '"maxDays":');
