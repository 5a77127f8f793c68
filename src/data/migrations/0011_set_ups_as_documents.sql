CREATE TABLE `booking_set_ups` (
	`site_id` varchar(24) NOT NULL,
	`version` int NOT NULL,
	`document` longtext NOT NULL,
	`created_at` bigint NOT NULL,
	CONSTRAINT `booking_set_ups_site_id_version_pk` PRIMARY KEY(`site_id`,`version`)
);
--> statement-breakpoint
SET SESSION group_concat_max_len = 1073741824;
--> statement-breakpoint
INSERT INTO `booking_set_ups` (`site_id`, `version`, `document`, `created_at`)
with needs as (
    select site_id, service_id, set_position,
      json_object('name', min(name), 'oneOf', json_compact(json_arrayagg(resource_id order by position))) as one
    from `booking_needs` group by site_id, service_id, set_position
  ), runs as (
    select site_id, service_id, run, json_arrayagg(at order by position) as one
    from `booking_course_dates` group by site_id, service_id, run
  )
  select v.site_id, v.set_up, json_object(
    'places', json_compact(ifnull((select json_arrayagg(json_object('id', p.id, 'name', p.name, 'address', p.address, 'zone', p.zone,
        'notify', p.notify, 'notice', p.notice, 'allowedSites', json_compact(p.allowed_sites),
        'closures', json_compact(ifnull((select json_arrayagg(if(c.kind = 'date',
          json_object('kind', c.kind, 'date', c.starts, 'words', c.words),
          json_object('kind', c.kind, 'from', c.starts, 'to', c.ends, 'words', c.words)) order by c.position)
        from `booking_closures` c where c.site_id = p.site_id and c.place_id = p.id), '[]'))) order by p.position)
      from `booking_places` p where p.site_id = v.site_id), '[]')),
    'services', json_compact(ifnull((select json_arrayagg(json_object('id', s.id, 'place', s.place_id, 'name', s.name, 'words', s.words,
        'category', s.category, 'durationMinutes', s.duration_minutes,
        'tidyUp', json_object('beforeMinutes', s.before_minutes, 'afterMinutes', s.after_minutes),
        'starts', json_compact(if(s.starts_at is null, json_object('everyMinutes', coalesce(s.starts_every, 60)),
          json_object('at', json_compact(s.starts_at)))),
        'capacity', s.capacity, 'where', json_object('kind', s.where_kind, 'words', s.where_words),
        'online', json_compact(if(s.online, 'true', 'false')), 'sold', json_object('from', s.sold_from, 'to', s.sold_to),
        'perDay', s.per_day, 'confirm', s.confirm, 'course', json_compact((select json_arrayagg(json_compact(r.one) order by r.run) from runs r where r.site_id = s.site_id and r.service_id = s.id)),
        'leads', json_compact(s.leads), 'needs', json_compact(ifnull((select json_arrayagg(json_compact(n.one) order by n.set_position)
        from needs n where n.site_id = s.site_id and n.service_id = s.id), '[]')),
        'price', json_compact(if(s.price is null, null, json_object('amount', s.price, 'earlier', s.earlier_price))),
        'tax', json_compact(if(s.tax_rate is null, null, json_object('percent', s.tax_rate / 1000, 'included', json_compact(if(s.tax_included, 'true', 'false'))))),
        'questions', json_compact(ifnull((select json_arrayagg(json_merge_preserve(
          json_object('key', q.question_key, 'kind', q.kind, 'label', q.label, 'required', json_compact(if(q.required, 'true', 'false'))),
          q.limits) order by q.position)
        from `booking_questions` q where q.site_id = s.site_id and q.service_id = s.id), '[]')),
        'terms', s.terms, 'screening', json_compact(s.screening), 'reminderHours', s.reminder_hours) order by s.position)
      from `booking_services` s where s.site_id = v.site_id), '[]')),
    'resources', json_compact(ifnull((select json_arrayagg(json_object('id', r.id, 'place', r.place_id, 'kind', r.kind, 'name', r.name,
        'week', json_compact(if(r.always, null, json_compact(ifnull((select json_arrayagg(json_object('weekdays', json_compact(h.weekdays), 'from', h.starts,
          'to', h.ends, 'validFrom', h.valid_from, 'validTo', h.valid_to) order by h.position)
        from `booking_hours` h where h.site_id = r.site_id and h.resource_id = r.id and h.kind = 'open'), '[]')))),
        'exceptions', json_compact(ifnull((select json_arrayagg(json_object('date', e.date, 'spans', json_compact(e.spans)) order by e.position)
        from `booking_exceptions` e where e.site_id = r.site_id and e.resource_id = r.id), '[]')),
        'timeOff', json_compact(ifnull((select json_arrayagg(json_object('from', t.starts, 'to', t.ends, 'words', t.words) order by t.position)
        from `booking_time_off` t where t.site_id = r.site_id and t.resource_id = r.id), '[]')),
        'keptBack', json_compact(ifnull((select json_arrayagg(json_object('weekdays', json_compact(h.weekdays), 'from', h.starts,
          'to', h.ends, 'validFrom', h.valid_from, 'validTo', h.valid_to) order by h.position)
        from `booking_hours` h where h.site_id = r.site_id and h.resource_id = r.id and h.kind = 'keptBack'), '[]')),
        'daysAhead', r.days_ahead,
        'notice', json_compact(if(r.notice_kind = 'hours', json_object('kind', 'hours', 'hours', coalesce(r.notice_hours, 0)),
          json_object('kind', r.notice_kind))),
        'shownPerHalfDay', r.shown_per_half_day, 'perDay', r.per_day, 'cancelHours', r.cancel_hours,
        'offers', json_compact(ifnull((select json_arrayagg(json_object('service', o.service_id, 'does', json_compact(if(o.does, 'true', 'false')),
          'durationMinutes', o.duration_minutes, 'tidyUp', json_compact(if(o.before_minutes is null or o.after_minutes is null, null, json_object('beforeMinutes', o.before_minutes, 'afterMinutes', o.after_minutes))), 'price', json_compact(if(o.price is null, null, json_object('amount', o.price, 'earlier', o.earlier_price)))) order by o.position)
        from `booking_offers` o where o.site_id = r.site_id and o.resource_id = r.id), '[]'))) order by r.position)
      from `booking_resources` r where r.site_id = v.site_id), '[]')),
    'prices', json_compact(ifnull((select json_arrayagg(json_object('id', u.id, 'priority', u.priority, 'service', u.service_id,
        'resource', u.resource_id, 'weekdays', json_compact(u.weekdays), 'hours', json_compact(if(u.hours_from is null or u.hours_to is null, null, json_object('from', u.hours_from, 'to', u.hours_to))), 'dates', json_compact(if(u.dates_from is null or u.dates_to is null, null, json_object('from', u.dates_from, 'to', u.dates_to))),
        'seats', json_compact(if(u.seats_from is null or u.seats_to is null, null, json_object('from', u.seats_from, 'to', u.seats_to))), 'price', json_object('amount', u.price, 'earlier', u.earlier_price)) order by u.position)
      from `booking_prices` u where u.site_id = v.site_id), '[]'))
  ), unix_timestamp(now(3)) * 1000
  from `booking_versions` v
  where exists (select 1 from `booking_places` p where p.site_id = v.site_id);
--> statement-breakpoint
DROP TABLE `booking_closures`;--> statement-breakpoint
DROP TABLE `booking_course_dates`;--> statement-breakpoint
DROP TABLE `booking_exceptions`;--> statement-breakpoint
DROP TABLE `booking_hours`;--> statement-breakpoint
DROP TABLE `booking_needs`;--> statement-breakpoint
DROP TABLE `booking_offers`;--> statement-breakpoint
DROP TABLE `booking_places`;--> statement-breakpoint
DROP TABLE `booking_prices`;--> statement-breakpoint
DROP TABLE `booking_questions`;--> statement-breakpoint
DROP TABLE `booking_resources`;--> statement-breakpoint
DROP TABLE `booking_services`;--> statement-breakpoint
DROP TABLE `booking_time_off`;