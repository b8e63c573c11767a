import { randomBytes } from 'node:crypto'
import type pg from 'pg'
import { upgradeDesign, type Design } from '../../core/design'

/** A step of the database. With `rows` the read columns of tickets are written anew after it. */
export interface Migration {
  name: string
  sql: string
  rows?: true
  /** What SQL alone cannot do, in the same transaction. */
  also?: (client: pg.ClientBase) => Promise<void>
}

/** Designs of the first version in the words of the second; what they mean stays. */
async function upgradeDesigns(client: pg.ClientBase): Promise<void> {
  for (const [table, key] of [
    ['edition', 'number'],
    ['draft', 'id'],
  ] as const) {
    const { rows } = await client.query<{ key: number; document: Design }>(
      `select ${key} as key, document from ${table}`,
    )
    for (const { key: id, document } of rows)
      await client.query(`update ${table} set document = $1 where ${key} = $2`, [
        JSON.stringify(upgradeDesign(document)),
        id,
      ])
  }
}

/** What links in messages are signed with. */
async function makeSecret(client: pg.ClientBase): Promise<void> {
  await client.query("insert into setting (key, value) values ('link-secret', $1)", [
    JSON.stringify({ secret: randomBytes(32).toString('base64url') }),
  ])
}

/** Migrations in order; each runs once, forward only. A released one is never changed. */
export const MIGRATIONS: Migration[] = [
  {
    name: '0001 the first tables',
    sql: `
create extension if not exists pg_trgm;
create extension if not exists citext;

create table setting (key text primary key, value jsonb not null);

create table organisation (id text primary key, name text not null);
create table site (
  id text primary key, name text not null, zone text not null,
  organisation text not null references organisation, calendar text not null, priority text);
create table person (
  id text primary key, name text not null, mail citext not null unique, role text not null,
  active boolean not null default true, zone text not null,
  organisation text references organisation, site text references site, priority text,
  teams text[] not null default '{}', shift jsonb, password_hash text);
create table team (id text primary key, name text not null, lead text references person);
create table agreement (
  number bigint primary key, organisation text not null references organisation, cover text not null,
  starts bigint not null, ends bigint not null check (ends > starts));

create table edition (
  number int primary key, document jsonb not null, note text not null,
  published_by text references person, published_at bigint not null);
create table draft (
  id int primary key check (id = 1), document jsonb not null, version int not null, based_on int not null references edition);
create table draft_change (
  id bigserial primary key, version int not null, list text not null, thing text not null,
  person text not null references person, at bigint not null);

create sequence ticket_reference;
create table ticket (
  reference bigint primary key, state jsonb not null, sequence int not null, edition int not null references edition,
  summary text not null, kind text not null, item text not null, status text not null, status_group text not null,
  category text not null, priority text not null, priority_order int not null, queue text not null, team text not null,
  technician text references person, requester text not null references person, organisation text, site text,
  logged_at bigint not null, changed_at bigint not null, due_at bigint);
create index ticket_open_due on ticket (due_at nulls last, reference) where status_group <> 'done';
create index ticket_open_technician on ticket (technician) where status_group <> 'done';
create index ticket_requester on ticket (requester, reference desc);
create index ticket_logged on ticket (logged_at desc);
create index ticket_summary on ticket using gin (summary gin_trgm_ops);

create table entry (
  reference bigint not null references ticket deferrable initially deferred, sequence int not null, at bigint not null,
  actor text not null, kind text not null, body jsonb not null, primary key (reference, sequence));

create table clock (
  reference bigint not null, target text not null, started_at bigint not null, granted bigint not null,
  paused boolean not null, due_at bigint, stopped_at bigint, outcome text, primary key (reference, target, started_at));
create index clock_running on clock (due_at) where stopped_at is null;

create table alarm (reference bigint not null, key text not null, at bigint not null, primary key (reference, key));
create index alarm_at on alarm (at);

create table outbox (
  key text primary key, reference bigint not null, person text not null, address text not null, sender text not null,
  template text not null, subject text not null, body text not null, state text not null default 'queued',
  attempts int not null default 0, detail text not null default '', queued_at bigint not null);
create index outbox_reference on outbox (reference);

create table session (
  token_hash text primary key, person text not null references person, portal text, inactivity_minutes int not null,
  signed_in_at timestamptz not null default now(), seen_at timestamptz not null default now());
create table api_token (
  token_hash text primary key, person text not null references person, created_at timestamptz not null default now());
create table sign_in_attempt (identifier text not null, address text not null, at timestamptz not null default now());
create index sign_in_attempt_at on sign_in_attempt (identifier, at);

create table request_key (
  person text not null, key text not null, body_hash text not null, reference bigint not null,
  at timestamptz not null default now(), primary key (person, key));

create table standin_mail (
  id bigserial primary key, received_at bigint not null, message_id text, sender text not null, recipient text not null,
  subject text not null, text text not null, raw text not null);
create unique index standin_mail_message on standin_mail (message_id, recipient);
create index standin_mail_recipient on standin_mail (recipient, id desc);
`,
  },
  {
    name: '0002 the calendar of a clock',
    sql: `
alter table clock add column calendar text not null default '';
update clock set calendar = coalesce((
  select one->>'calendar' from ticket, jsonb_array_elements(ticket.state->'clocks') as one
  where ticket.reference = clock.reference and one->>'target' = clock.target
    and (one->>'startedAt')::bigint = clock.started_at), '');
alter table clock alter column calendar drop default;
create index clock_open on clock (reference) where stopped_at is null;
`,
  },
  {
    name: '0003 hours of agreements and shifts, and tickets that follow a newer edition',
    rows: true,
    sql: `
alter table agreement add column calendar text;
alter table clock add column edition int not null default 0;
alter table clock add column shift jsonb;
alter table clock add column balance bigint not null default 0;
alter table clock add column balance_at bigint not null default 0;
update clock set edition = ticket.edition from ticket where ticket.reference = clock.reference;
alter table clock alter column edition drop default;
update ticket set state = state || jsonb_build_object('statuses', (
  select jsonb_agg(jsonb_build_object('at', entry.at, 'status', coalesce(entry.body->>'to', entry.body->>'status'))
    order by entry.sequence)
  from entry where entry.reference = ticket.reference and entry.kind in ('logged', 'statusMoved')));
-- Room beside each row, so that a change of what no index holds needs no new place in every index.
alter table ticket set (fillfactor = 80);
alter table clock set (fillfactor = 80);
create table adoption (
  edition int primary key references edition, asked_by text not null references person, asked_at bigint not null,
  state text not null, lanes_left int not null, total int not null, done int not null,
  left_behind int not null default 0, left_out jsonb not null default '[]', ended_at bigint);
`,
  },
  {
    name: '0004 tickets that are held in Arrivals',
    sql: `
alter table ticket add column held boolean not null default false;
create index ticket_held on ticket (logged_at, reference) where held;
`,
  },
  {
    name: '0005 since when nothing has happened to a ticket',
    sql: `
update ticket set state = state || jsonb_build_object('idleSince', (
  select max(entry.at) from entry where entry.reference = ticket.reference
  and entry.kind in ('logged', 'statusMoved', 'replied', 'answered', 'noted', 'editionAdopted')));
`,
  },
  {
    name: '0006 files, and mail that comes in',
    sql: `
create table attachment (
  id text primary key, person text references person, name text not null, type text not null, size int not null,
  content bytea not null, kept boolean not null default false, added_at timestamptz not null default now());
create index attachment_not_kept on attachment (added_at) where not kept;
create table mail_in (
  id bigserial primary key, message_id text not null, recipient text not null, sender text not null,
  received_at bigint not null, outcome text not null, reference bigint, detail text not null default '',
  unique (message_id, recipient));
create index mail_in_reference on mail_in (reference);
create index mail_in_sender on mail_in (sender, received_at);
alter table standin_mail alter column raw type bytea using convert_to(raw, 'UTF8');
`,
  },
  {
    name: '0007 what agreements say, equipment and repairs',
    sql: `
create sequence agreement_number;
select setval('agreement_number', greatest(1000, (select coalesce(max(number), 0) from agreement)));
alter table agreement
  add column type text, add column contact text, add column phone text, add column mail text, add column address text,
  add column amount numeric(14, 2), add column remarks text;
create index agreement_ends on agreement (ends, number);
create sequence equipment_number start 5001;
create table equipment (
  number bigint primary key default nextval('equipment_number'), name text not null, maker text, model text, serial text,
  organisation text not null references organisation, site text references site, agreement bigint references agreement,
  warranty_until bigint, remarks text);
create index equipment_organisation on equipment (organisation, number);
create index equipment_words on equipment using gin (
  (name || ' ' || coalesce(maker, '') || ' ' || coalesce(model, '') || ' ' || coalesce(serial, '')) gin_trgm_ops);
create table repair (
  id bigserial primary key, equipment bigint not null references equipment, shop text not null, sent_at bigint not null,
  sent_by text not null references person, expected_at bigint, reference bigint, back_at bigint, remarks text);
create unique index repair_out on repair (equipment) where back_at is null;
`,
  },
  {
    name: '0008 articles and notices',
    sql: `
create table article (
  id bigserial primary key, title text not null, body text not null, keywords text not null default '',
  audience text not null check (audience in ('requesters', 'desk')), portals text[] not null default '{}',
  changed_at bigint not null, changed_by text not null references person, removed boolean not null default false,
  search tsvector generated always as (
    setweight(to_tsvector('english', title), 'A') || setweight(to_tsvector('english', keywords), 'B')
    || setweight(to_tsvector('english', body), 'C')) stored);
create index article_search on article using gin (search);
create table notice (
  id bigserial primary key, title text not null, body text not null, portals text[] not null default '{}',
  starts bigint not null, ends bigint, changed_by text not null references person);
create index notice_time on notice (starts, ends);
create table solved_by (
  id bigserial primary key, article bigint references article, notice bigint references notice, portal text not null,
  item text, person text not null references person, at bigint not null);
create index solved_by_article on solved_by (article);
`,
  },
  {
    name: '0009 skills, departments, turns and signals',
    sql: `
alter table person add column department text, add column skills text[] not null default '{}', add column capacity int;
alter table agreement add column priority text;
create index ticket_technician_logged on ticket (technician, logged_at desc) where technician is not null;
create table signal (
  source text not null, id text not null, type text not null, subject text, text text not null, at bigint not null,
  received_at bigint not null, kind text, cover text, outcome text not null, reference bigint,
  primary key (source, id));
create index signal_received on signal (received_at desc);
create table signal_fault (fault text primary key, reference bigint);
create index entry_overruled on entry (at) where kind = 'resorted';
`,
  },
  {
    name: '0010 ways of messages, rotas and what other systems are told',
    sql: `
alter table outbox
  add column channel text not null default 'mail', add column urgent boolean not null default false,
  add column not_before bigint, add column why text, add column after text, add column climb jsonb,
  add column sequence int not null default 0, add column sent_at bigint, add column delivered_at bigint,
  add column acknowledged_at bigint, add column acknowledged_by text, add column seen_at bigint;
update outbox set sequence = split_part(key, '-', 2)::int, sent_at = queued_at where state = 'sent';
update outbox set sequence = split_part(key, '-', 2)::int where state <> 'sent';
-- What was told before this step is not news.
update outbox set seen_at = queued_at;
create index outbox_person on outbox (person, queued_at desc, key) where person <> '';
create index outbox_unseen on outbox (person) where seen_at is null;
create index outbox_queued on outbox (queued_at desc, key);
create index outbox_state on outbox (state, queued_at desc, key);
create index outbox_held on outbox (not_before) where state = 'held';
alter table person add column notify jsonb;
alter table site add column manager text references person deferrable initially deferred;
create table rota_override (
  id bigserial primary key, rota text not null, starts bigint not null, ends bigint not null check (ends > starts),
  person text references person, why text not null default '', made_by text not null references person,
  made_at bigint not null);
create index rota_override_time on rota_override (rota, ends);
create table webhook_secret (
  webhook text primary key, secret text not null, previous text, rotated_at timestamptz not null default now());
create table worker_alive (id text primary key, seen_at timestamptz not null default now());
create table standin_message (
  id bigserial primary key, channel text not null, key text not null, recipient text not null, text text not null,
  link text, headers jsonb, times int not null default 1, outcome text not null, received_at bigint not null,
  unique (channel, key));
create index standin_message_channel on standin_message (channel, id desc);
update ticket set state = state || jsonb_build_object('saidAt', said.at) from (
  select reference, max(at) as at from entry where kind in ('replied', 'answered') group by reference) as said
  where said.reference = ticket.reference;
`,
    also: async (client) => {
      await upgradeDesigns(client)
      await makeSecret(client)
    },
  },
  {
    name: '0011 work: timers, time, fixed times, moves; words to search by, and views',
    rows: true,
    sql: `
alter table ticket
  add column timers text[] not null default '{}', add column estimate bigint, add column portal text,
  add column channel text not null default 'portal', add column cover text, add column tasks_open int not null default 0,
  add column waiting_since bigint, add column facts jsonb not null default '{}';
update ticket set state = state || jsonb_build_object('waitingSince', waits.at) from (
  select reference, min(at) as at from entry where kind in ('logged', 'answered') and sequence > coalesce((
    select max(sequence) from entry as reply where reply.reference = entry.reference and reply.kind = 'replied'), 0)
  group by reference) as waits where waits.reference = ticket.reference;
create index ticket_timers on ticket using gin (timers) where timers <> '{}';
create index ticket_open_priority on ticket (priority_order, reference) where status_group <> 'done';
create index ticket_open_changed on ticket (changed_at desc, reference desc) where status_group <> 'done';
create index ticket_done_changed on ticket (changed_at desc, reference desc) where status_group = 'done';
create index ticket_open_team on ticket (team) where status_group <> 'done';
create index ticket_item_done on ticket (item, changed_at desc) where status_group = 'done';
create table booking (
  reference bigint not null, id int not null, person text not null, starts bigint not null, ends bigint not null,
  what text not null, state text not null, primary key (reference, id));
create index booking_person on booking (person, starts) where state in ('booked', 'begun');
create table time_record (
  reference bigint not null, id int not null, person text not null, starts bigint not null, ends bigint not null,
  counted bigint not null, what text not null, primary key (reference, id));
create index time_record_person on time_record (person, starts);
-- What is searched: what stands in the first lines, and everything that was said.
create table ticket_words (
  reference bigint primary key, title text not null, body text not null, is_open boolean not null,
  words tsvector generated always as (
    setweight(to_tsvector('english', title), 'A') || setweight(to_tsvector('english', body), 'C')) stored);
create index ticket_words_words on ticket_words using gin (words);
create index ticket_words_open on ticket_words using gin (words) where is_open;
create table search_word (word text primary key);
create index search_word_prefix on search_word (word text_pattern_ops);
create index search_word_similar on search_word using gin (word gin_trgm_ops);
create table search_behind (reference bigint primary key);
insert into search_behind select reference from ticket;
create table saved_view (
  id bigserial primary key, person text not null references person, name text not null, shared boolean not null default false,
  definition jsonb not null, changed_at bigint not null);
create index saved_view_person on saved_view (person);
create table default_view (person text primary key references person, view bigint references saved_view on delete cascade);
`,
    also: upgradeDesigns,
  },
  { name: '0012 desks in the design', sql: '', also: upgradeDesigns },
  {
    name: '0013 the order of the Desk by an index; states, entries and messages pressed by the quicker way',
    // A database that was built without lz4 keeps its own way.
    sql: `
drop index ticket_open_due;
create index ticket_open_due on ticket (coalesce(due_at, 9007199254740991), reference) where status_group <> 'done';
do $$ begin
  alter table ticket alter column state set compression lz4;
  alter table entry alter column body set compression lz4;
  alter table outbox alter column body set compression lz4;
exception when others then null;
end $$;
`,
  },
  {
    // What only the desk did has ended no stretch of idleness since, and a word said with a status counts as said.
    name: '0014 what the desk does by itself is no work on a ticket',
    rows: true,
    sql: '',
  },
  {
    name: '0015 machines that somebody has signed in from, and tries counted by them',
    sql: `
drop table sign_in_attempt;
create table sign_in_attempt (
  id bigserial primary key, identifier text not null, address text not null, device text,
  at timestamptz not null default now());
create index sign_in_attempt_identifier on sign_in_attempt (identifier, at);
create index sign_in_attempt_address on sign_in_attempt (address, at);
create table device (token_hash text primary key, person text not null references person on delete cascade,
  seen_at timestamptz not null default now());
create index device_person on device (person, seen_at);
`,
  },
  {
    // What was written until now is version 1 of its kind.
    name: '0016 entries have a version',
    sql: 'alter table entry add column version smallint not null default 1;',
  },
  {
    // What rules decided is kept as data, and which rules those were stands with the ticket.
    name: '0017 the rules that decided a ticket',
    rows: true,
    sql: `alter table ticket add column rules text[] not null default '{}';`,
  },
  {
    // Every change of a message is an entry, so its row follows from the record; what goes in one mail has a table.
    name: '0018 the outbox follows from the record',
    rows: true,
    sql: `
alter table outbox alter column why type jsonb using case when why is null then null
  else jsonb_build_object('edition', 0, 'why', jsonb_build_array(jsonb_build_object('is', 'said', 'text', why))) end;
create table digest (
  id text primary key, person text not null, keys text[] not null, begun_at bigint not null, ended_at bigint);
create unique index digest_begun on digest (person) where ended_at is null;
insert into digest (id, person, keys, begun_at)
  select distinct on (person) id, person, keys, begun_at from (
    select substring(detail from 'digest-(.*)$') as id, person, array_agg(key) as keys, min(queued_at) as begun_at
    from outbox where state = 'gathered' and detail like 'in the mail digest-%' group by 1, 2) as begun
  order by person, begun_at;
`,
  },
  {
    // A ticket rings in order from its state, so when the first of its alarms is due is all that has to be found.
    name: '0019 when a ticket rings next stands with it',
    sql: `
alter table ticket add column alarm_at bigint;
update ticket set alarm_at = first.at
  from (select reference, min(at) as at from alarm group by reference) as first where first.reference = ticket.reference;
create index ticket_alarm on ticket (alarm_at) where alarm_at is not null;
drop table alarm;
drop index clock_running;
`,
  },
  {
    // Half of a state says why it is sorted as it is, which is asked where a ticket is read in full, and seldom changes.
    name: '0020 why a ticket is sorted as it is stands beside its state',
    sql: `
alter table ticket add column because jsonb;
update ticket set because = coalesce(state->'because', '{}'), state = state - 'because';
do $$ begin
  alter table ticket alter column because set compression lz4;
exception when others then null;
end $$;
`,
  },
  {
    // What somebody writes has a form that a mail can show; the files of an article are kept as those of a ticket are.
    name: '0021 what is written is shown as it was written',
    sql: `
alter table outbox add column written text;
alter table article add column files jsonb not null default '[]';
`,
  },
  {
    // Words that were typed before are things with the word for an id; queues and desks keep the ids of the design.
    name: '0022 all of the directory has rows of its own, and a trail',
    sql: `
create table skill (id text primary key, name text not null, remarks text, active boolean not null default true, version int not null default 1);
create table cover (like skill including all);
create table agreement_type (like skill including all);
create table equipment_type (like skill including all);
create table desk (like skill including all);
alter table desk add column leads text[] not null default '{}';
create table queue (like skill including all);
alter table queue add column team text references team, add column seen_by text[] not null default '{}';
alter table organisation add column departments text[] not null default '{}', add column contact text references person,
  add column phone text, add column mail text, add column cover text references cover, add column priority text,
  add column remarks text, add column active boolean not null default true, add column version int not null default 1;
alter table site add column address text, add column phone text, add column ways jsonb not null default '{}',
  add column remarks text, add column active boolean not null default true, add column version int not null default 1;
alter table team add column desks text[] not null default '{}', add column remarks text,
  add column active boolean not null default true, add column version int not null default 1;
alter table person add column phone text, add column manager text references person deferrable initially deferred, add column identifier text unique,
  add column grades jsonb not null default '{}', add column remarks text, add column version int not null default 1;
alter table agreement alter column number set default nextval('agreement_number'),
  add column active boolean not null default true, add column version int not null default 1;
alter table equipment add column type text references equipment_type, add column used_by text references person,
  add column state text, add column active boolean not null default true, add column version int not null default 1;
create table directory_change (
  id bigserial primary key, at bigint not null, by text, way text not null, list text not null, thing text not null,
  name text not null, deed text not null, before jsonb not null, after jsonb not null);
create index directory_change_thing on directory_change (list, thing, id);
insert into skill (id, name) select distinct one, one from person, unnest(skills) as one;
insert into cover (id, name) select one, one from (
  select cover as one from agreement
  union select jsonb_array_elements_text(document #> '{triage,signals,covers}') from edition
  union select jsonb_array_elements_text(document #> '{triage,signals,covers}') from draft) as covers where one <> '';
insert into agreement_type (id, name) select distinct type, type from agreement where type is not null;
alter table agreement add foreign key (cover) references cover, add foreign key (type) references agreement_type;
insert into queue (id, name) select distinct on (id) id, name from (
  select number, one->>'id' as id, one->>'name' as name from edition, jsonb_array_elements(document->'queues') as one
  union all select 1000000, one->>'id', one->>'name' from draft, jsonb_array_elements(document->'queues') as one) as queues
  order by id, number desc;
insert into desk (id, name, leads) select distinct on (id) id, name, leads from (
  select number, one->>'id' as id, one->>'name' as name, array(select jsonb_array_elements_text(one->'leads')) as leads
  from edition, jsonb_array_elements(document->'desks') as one
  union all select 1000000, one->>'id', one->>'name', array(select jsonb_array_elements_text(one->'leads'))
  from draft, jsonb_array_elements(document->'desks') as one) as desks order by id, number desc;
update team set desks = array(select distinct one->>'id' from (select document from edition order by number desc limit 1) as newest,
  jsonb_array_elements(newest.document->'desks') as one where one->'teams' ? team.id);
`,
  },
  {
    name: '0023 links by which passwords are chosen; what people came in by, one by one',
    sql: `
create table access_link (
  id text primary key, person text not null references person on delete cascade, purpose text not null, made_by text,
  made_at timestamptz not null default now(), ends_at timestamptz not null, used_at timestamptz);
create index access_link_person on access_link (person, made_at);
alter table session add column id bigserial, add column machine text;
alter table api_token add column id bigserial, add column name text not null default 'token', add column ends_at timestamptz,
  add column used_at timestamptz;
`,
  },
  {
    name: '0024 equipment has parts and fields of its type, repairs a cost, and tickets are found by it',
    sql: `
alter table equipment_type add column fields text[] not null default '{}';
alter table equipment add column parts text[] not null default '{}', add column extra jsonb not null default '{}';
alter table repair add column cost numeric(12, 2);
create index repair_equipment on repair (equipment, sent_at);
create index person_order on person (lower(name), id) where active;
create index person_words on person using gin (
  (coalesce(name::text, '') || ' ' || coalesce(mail::text, '') || ' ' || coalesce(department::text, '') || ' ' ||
   coalesce(identifier::text, '')) gin_trgm_ops);
create index equipment_search on equipment using gin (
  (coalesce(number::text, '') || ' ' || coalesce(name::text, '') || ' ' || coalesce(maker::text, '') || ' ' ||
   coalesce(model::text, '') || ' ' || coalesce(serial::text, '')) gin_trgm_ops);
create index person_organisation on person (organisation);
create index person_site on person (site);
create index site_order on site (lower(name), id) where active;
create index ticket_equipment on ticket ((facts->'equipment'->>'number')) where facts->'equipment'->>'number' is not null;
`,
  },
  {
    name: '0025 things of the directory that are one with another, and tickets that follow what it says',
    sql: `
alter table organisation add column merged_into text;
alter table site add column merged_into text;
alter table person add column merged_into text;
alter table team add column merged_into text;
alter table queue add column merged_into text;
alter table desk add column merged_into text;
alter table skill add column merged_into text;
alter table cover add column merged_into text;
alter table agreement_type add column merged_into text;
alter table equipment_type add column merged_into text;
alter table agreement add column merged_into text;
alter table equipment add column merged_into text;
create table sweep (
  id bigserial primary key, about jsonb not null, list text not null, thing text not null, asked_by text, asked_at bigint not null,
  state text not null, total int not null, done int not null default 0, looked_at bigint not null default 0, until bigint not null,
  ended_at bigint);
create index sweep_thing on sweep (list, thing) where state = 'running';
`,
  },
  {
    name: '0026 files of lists that a worker looks at and takes in',
    sql: `
create table list_file (
  id text primary key, list text not null, name text not null, "as" text not null, content bytea not null, by jsonb not null,
  person text not null references person on delete cascade, state text not null, done int not null default 0,
  total int not null default 0, problem text, summary jsonb, lines jsonb, sent_at timestamptz not null default now());
create index list_file_person on list_file (person, sent_at);
`,
  },
  {
    // The first roles may what they could before, under the ids that people have already.
    name: '0027 roles are sets of rights that an administrator puts together',
    sql: `
create table role (like skill including all);
alter table role add column rights text[] not null default '{}', add column reach text not null default 'all';
insert into role (id, name, rights) values
  ('requester', 'Requester', '{}'),
  ('technician', 'Technician', '{seeTickets,workTickets,sortTickets,assignTickets,declareMajor,logTickets,acceptArrivals,sendSignals,writeKnowledge,writeNotices,seeDirectory,addRequesters,repairEquipment,makeTokens,seeMessages}'),
  ('dispatcher', 'Dispatcher', '{seeTickets,workTickets,sortTickets,assignTickets,declareMajor,logTickets,acceptArrivals,sendSignals,planPeople,writeKnowledge,writeNotices,seeDirectory,addRequesters,repairEquipment,makeTokens,seeMessages}'),
  ('lead', 'Lead', '{seeTickets,workTickets,sortTickets,assignTickets,everyQueue,declareMajor,logTickets,acceptArrivals,sendSignals,extendPromises,manageTime,planPeople,writeKnowledge,retireKnowledge,writeNotices,changeDesign,publishDesign,seeDirectory,addRequesters,changeDirectory,repairEquipment,makeTokens,shareViews,seeMessages,repeatMessages}'),
  ('administrator', 'Administrator', '{seeTickets,workTickets,sortTickets,assignTickets,everyQueue,declareMajor,logTickets,acceptArrivals,sendSignals,extendPromises,manageTime,planPeople,writeKnowledge,retireKnowledge,writeNotices,changeDesign,publishDesign,makeQuestions,everyDesk,setSecrets,seeDirectory,addRequesters,changeDirectory,repairEquipment,changePeople,composeRoles,manageAccess,makeTokens,shareViews,seeMessages,repeatMessages}');
alter table person add foreign key (role) references role;
update list_file set by = jsonb_build_object('way', by->'way');
`,
  },
  {
    name: '0028 tickets are found by their agreement, and articles that are missing are noted',
    sql: `
alter table notice add column major bigint;
create index notice_major on notice (major) where major is not null and ends is null;
create table article_missing (
  id bigserial primary key, reference bigint not null references ticket, words text not null, by text not null references person,
  at bigint not null, article bigint references article, settled_at bigint);
create index article_missing_open on article_missing (id) where settled_at is null;
create index ticket_agreement on ticket ((state->>'agreement')) where state->>'agreement' is not null;
-- Fixed times that are to come ring when they are missed.
update ticket set alarm_at = least(alarm_at, soon.at) from (
  select reference, min(least(ends, starts + 900000)) as at from booking
  where state = 'booked' and starts > extract(epoch from now()) * 1000 group by reference) as soon
where ticket.reference = soon.reference;
`,
  },
  {
    name: '0029 requesters watch requests of colleagues, and keep what they ask for at hand',
    sql: `
create index ticket_watchers on ticket using gin ((state->'watchers')) where state->'watchers' is not null;
create index ticket_organisation on ticket (organisation, reference desc);
create table at_hand (
  person text not null references person on delete cascade, portal text not null, item text not null, at bigint not null,
  primary key (person, portal, item));
`,
  },
  {
    name: '0030 what a design file from elsewhere names is remembered as what it is here',
    sql: `
create table design_match (
  source text not null, what text not null, theirs text not null, ours text, at bigint not null,
  primary key (source, what, theirs));
`,
  },
  {
    name: '0031 articles are offered for categories',
    sql: `
alter table article add column categories text[] not null default '{}';
create index article_categories on article using gin (categories) where not removed;
`,
  },
  {
    name: '0032 plans under way, and what there is to do in them',
    sql: `
create table plan_run (
  reference bigint not null, run int not null, plan text not null, name text not null, edition int not null,
  stages text[] not null, tasks int not null, settled int not null, began_at bigint not null, due_at bigint,
  ended_at bigint, how text, primary key (reference, run));
create index plan_run_open on plan_run (plan, reference) where ended_at is null;
create index plan_run_ended on plan_run (plan, ended_at) where ended_at is not null;
create table plan_task (
  reference bigint not null, run int not null, task text not null, person text not null, team text not null,
  kind text not null, text text not null, required boolean not null, opened_at bigint not null, due_at bigint,
  primary key (reference, run, task, person));
create index plan_task_person on plan_task (person) where person <> '';
create index plan_task_team on plan_task (team) where person = '';
`,
  },
  {
    name: '0033 what is to do on tickets, one by one; checklists that are kept',
    sql: `
create table ticket_task (
  reference bigint not null, task text not null, list text not null, counted text not null, text text not null,
  person text not null, team text not null, required boolean not null, came_at bigint not null, due_at bigint,
  done_at bigint, left_at bigint, primary key (reference, task));
create index ticket_task_list on ticket_task (came_at) where list <> '';
create index ticket_task_person on ticket_task (person) where person <> '' and done_at is null and left_at is null;
create index ticket_task_team on ticket_task (team) where team <> '' and done_at is null and left_at is null;
insert into ticket_task
  select reference, task->>'id', '', task->>'text', task->>'text', coalesce(task->>'person', ''), '',
    coalesce((task->>'required')::boolean, false), logged_at, (task->>'due')::bigint, (task->'done'->>'at')::bigint, null
  from ticket, jsonb_array_elements(state->'tasks') as task where jsonb_typeof(state->'tasks') = 'array';
create table kept_checklist (
  id bigserial primary key, name text not null, team text, tasks jsonb not null, kept_by text not null,
  kept_at bigint not null);
create index kept_checklist_team on kept_checklist (team);
`,
  },
  {
    name: '0034 what the stand-in of an account service has made',
    sql: `
create table standin_account (
  key text primary key, number bigserial, name text not null unique, for_whom text not null, made_at bigint not null,
  times int not null default 1);
`,
  },
  {
    name: '0035 what whoever gets a message can do by its link',
    sql: `
alter table outbox add column link jsonb;
`,
  },
  {
    // A plan of which no stage is open stands at the next one.
    name: '0036 at which stage a plan stands',
    sql: `
update plan_run set stages = array[next.id] from (
  select distinct on (run.reference, run.run) run.reference, run.run, one->>'id' as id
  from plan_run as run
  join ticket on ticket.reference = run.reference and ticket.status_group <> 'done' and not ticket.state ? 'held'
  join edition on edition.number = run.edition
  cross join lateral jsonb_array_elements(ticket.state->'plans') as under
  cross join lateral jsonb_array_elements(edition.document->'plans') as planned
  cross join lateral jsonb_array_elements(planned->'stages') with ordinality as ordered (one, place)
  where run.ended_at is null and run.stages = '{}' and (under->>'id')::int = run.run and planned->>'id' = run.plan
    and not under->'stages' ? (one->>'id')
  order by run.reference, run.run, place) as next
where plan_run.reference = next.reference and plan_run.run = next.run;
update plan_run set stages = '{}' from ticket
  where ticket.reference = plan_run.reference and stages <> '{}'
    and (ended_at is not null or status_group = 'done' or state ? 'held');
`,
  },
  {
    // By codes of terms, not by words: an array of numbers is small, and found by any of them.
    name: '0037 how alike tickets are',
    sql: `
create table ticket_likeness (
  reference bigint primary key, summary int[] not null, said int[] not null, item text, site text, requester text,
  machine text, logged_at bigint not null, is_open boolean not null, is_out boolean not null,
  same bigint[] not null default '{}');
create index ticket_likeness_terms on ticket_likeness using gin ((summary || said)) where not is_out;
create index ticket_likeness_open on ticket_likeness using gin ((summary || said)) where is_open and not is_out;
create index ticket_likeness_machine on ticket_likeness (machine, logged_at desc) where machine is not null;
create index ticket_likeness_same on ticket_likeness (reference desc) where same <> '{}';
create table term_count (term int primary key, tickets int not null);
create table term_counting (
  id int primary key check (id = 1), counted_at bigint not null, tickets int not null, all_tickets int not null);
insert into search_behind select reference from ticket on conflict do nothing;
`,
  },
  {
    // One sort of ticket is told of once, however many of it come.
    name: '0038 new tickets that are like others, and one cause that is suspected',
    sql: `
create table likeness_due (reference bigint primary key);
create table suspicion (
  id bigint generated always as identity primary key, ticket bigint not null, print text not null, words text[] not null,
  began_at bigint not null, last_at bigint not null, count int not null, span bigint not null,
  usual double precision not null, chance double precision not null, settled_at bigint, settled_by text,
  cause boolean);
create index suspicion_recent on suspicion (last_at desc);
create table suspected (
  reference bigint primary key, suspicion bigint not null references suspicion (id) on delete cascade);
create index suspected_of on suspected (suspicion);
`,
  },
  {
    // What an article said is kept with every change; what readers say of it, and what they did not find, is written down.
    name: '0039 articles with an owner, a date, drafts, a history and what readers say',
    sql: `
alter table article drop constraint article_audience_check;
alter table article
  add column draft boolean not null default false, add column team text, add column owner text references person,
  add column review_at bigint, add column items text[] not null default '{}',
  add column equipment_types text[] not null default '{}', add column version int not null default 1;
alter table article add constraint article_readers check (
  audience in ('requesters', 'desk') and team is null or audience = 'team' and team is not null);
create index article_review on article (review_at) where review_at is not null and not removed;
create index article_items on article using gin (items) where not removed;
create index article_types on article using gin (equipment_types) where not removed;
create table article_version (
  article bigint not null references article, version int not null, title text not null, body text not null,
  keywords text not null, changed_at bigint not null, changed_by text not null references person,
  primary key (article, version));
insert into article_version select id, 1, title, body, keywords, changed_at, changed_by from article;
create table article_verdict (
  article bigint not null references article, person text not null references person, portal text, version int not null,
  helped boolean not null, words text not null default '', at bigint not null, primary key (article, person));
create table article_use (article bigint not null, reference bigint not null, primary key (article, reference));
insert into article_use select distinct (one->>'id')::bigint, reference from ticket,
  jsonb_array_elements(coalesce(state->'articles', '[]')) as one;
create table search_missed (
  id int generated always as identity primary key, person text not null references person, portal text not null,
  words text not null, at bigint not null);
create index ticket_open_requester on ticket (requester, reference desc) where status_group <> 'done';
create index ticket_open_equipment on ticket ((facts->'equipment'->>'number'), reference desc) where status_group <> 'done';
create index search_missed_words on search_missed (words);
create index search_missed_person on search_missed (person, at desc);
`,
  },
  {
    // An article is found by the stems of the language in which it is written, and read in others as far as somebody has said it there.
    name: '0040 articles in several languages, and those that belong together',
    sql: `
alter table article add column language text not null default 'en', add column signals text[] not null default '{}';
create index article_signals on article using gin (signals) where not removed;
alter table article drop column search;
alter table article add column search tsvector generated always as (
  case when language = 'nb' then
    setweight(to_tsvector('norwegian', title), 'A') || setweight(to_tsvector('norwegian', keywords), 'B')
    || setweight(to_tsvector('norwegian', body), 'C')
  else
    setweight(to_tsvector('english', title), 'A') || setweight(to_tsvector('english', keywords), 'B')
    || setweight(to_tsvector('english', body), 'C')
  end) stored;
create index article_search on article using gin (search);
create table article_translation (
  article bigint not null references article, language text not null, title text not null, body text not null,
  keywords text not null default '', version int not null, of_version int not null, changed_at bigint not null,
  changed_by text not null references person,
  search tsvector generated always as (
    case when language = 'nb' then
      setweight(to_tsvector('norwegian', title), 'A') || setweight(to_tsvector('norwegian', keywords), 'B')
      || setweight(to_tsvector('norwegian', body), 'C')
    else
      setweight(to_tsvector('english', title), 'A') || setweight(to_tsvector('english', keywords), 'B')
      || setweight(to_tsvector('english', body), 'C')
    end) stored,
  primary key (article, language));
create index article_translation_search on article_translation using gin (search);
create table article_related (
  one bigint not null references article, other bigint not null references article, primary key (one, other),
  check (one < other));
create index article_related_other on article_related (other);
`,
  },
  {
    name: '0041 a new ticket that could not be compared is tried again',
    sql: `
alter table likeness_due add column tries int not null default 0, add column after timestamptz not null default now();
`,
  },
  {
    name: '0042 owners are told when an article is to be looked at again',
    sql: `
alter table article add column review_told text;
`,
  },
  {
    name: '0043 jobs that want somebody and a time',
    sql: `
create table job (
  reference bigint not null, id int not null, what text not null, takes bigint not null, skill text, site text,
  earliest bigint, latest bigint, meets text not null, standing text not null, booking int, untold boolean not null,
  insisted text not null, primary key (reference, id));
create index job_open on job (reference, id) where standing = 'open';
create index booking_time on booking (starts) where state <> 'calledOff';
alter table team add column site text references site;
`,
  },
  {
    name: '0044 fixed times are read at an address',
    sql: `
create table calendar_feed (
  person text primary key references person, made int not null, ended boolean not null default false);
alter table job add column visit boolean not null default false, add column heard text not null default '',
  add column series int;
alter table outbox add column invite jsonb;
alter table booking add column answer text not null default '';
`,
  },
  {
    name: '0045 what is done at fixed times, from a device that may bring it later',
    rows: true,
    sql: `
alter table booking add column set_out bigint;
create table field_deed (person text not null references person, key uuid not null, at bigint not null,
  primary key (person, key));
create index field_deed_at on field_deed (at);
alter table person add column daily int;
`,
  },
  {
    name: '0046 assist sessions: their codes, what was said, and what machines say of themselves',
    sql: `
create table assist_session (
  key uuid primary key, reference bigint not null, id int not null, code text not null unique, guest_link text not null,
  unique (reference, id));
create table assist_line (
  key uuid not null references assist_session, line int not null, person text, text text not null, at bigint not null,
  primary key (key, line));
create table assist_heard (id text primary key, at bigint not null);
create index assist_heard_at on assist_heard (at);
create table machine_seen (equipment text primary key, at bigint not null, facts jsonb not null, reference bigint not null);
create table standin_machine (
  key uuid primary key, guest uuid not null, state jsonb not null, events text not null, version int not null default 0);
`,
  },
  {
    name: '0047 partner desks: pairing, and what is on its way to them',
    sql: `
create table partner (
  id text primary key, pairing uuid not null unique, name text not null, address text not null unique,
  own_key text not null, next_key text, their_key text not null, their_key_before text, renewed_at bigint not null,
  offer jsonb, paired_at bigint not null, paired_by text, ended_at bigint, ended_by text, heard_at bigint,
  unreachable_since bigint, unreachable_why text);
create table partner_code (code text primary key, until bigint not null, made_by text not null);
create table partner_outbox (
  id bigint generated always as identity primary key, partner text not null references partner, key uuid not null unique,
  type text not null, reference bigint, data jsonb not null, at bigint not null, gone_at bigint, answer jsonb);
create table partner_heard (
  partner text not null references partner on delete cascade, key text not null, at bigint not null, primary key (partner, key));
create index partner_outbox_waiting on partner_outbox (partner, id) where gone_at is null;
update role set rights = array_append(rights, 'pairPartners') where id = 'administrator' and not 'pairPartners' = any(rights);
`,
  },
  {
    name: '0048 tickets that are exchanged with partner desks',
    sql: `
create table partner_ticket (
  reference bigint not null references ticket on delete cascade, id bigint not null, partner text not null,
  begun text not null, link text not null, stands text not null, there bigint, open integer not null,
  asked_at bigint not null, heard_at bigint, primary key (reference, id));
create unique index partner_ticket_link on partner_ticket (partner, begun, link);
alter table partner_outbox add column counterpart bigint;
create index partner_outbox_ticket on partner_outbox (reference) where gone_at is null and reference is not null;
alter table partner_heard add column answer jsonb;
alter table partner rename column renewed_at to their_renewed_at;
alter table partner add column renewed_at bigint;
update partner set renewed_at = their_renewed_at;
alter table partner alter column renewed_at set not null;
-- Rights of a kept role stand in the order in which they are shown.
update role set rights = placed.rights from (
  select id, plain[1:at - 1] || 'pairPartners'::text || plain[at:] as rights from (
    select id, array_remove(rights, 'pairPartners') as plain, array_position(array_remove(rights, 'pairPartners'), 'shareViews') as at
    from role where id = 'administrator') as found where at is not null) as placed
where role.id = placed.id;
`,
  },
  {
    name: '0049 a backlog that partner desks are asked to take',
    sql: `
create table partner_backlog (
  id bigint generated always as identity primary key, partner text not null references partner on delete cascade,
  which jsonb not null, person text not null references person, at bigint not null, state text not null,
  until bigint not null, after bigint not null default -1, total integer not null, asked integer not null default 0,
  left_behind integer not null default 0, left_out jsonb not null default '[]', why text, ended_at bigint);
create unique index partner_backlog_one on partner_backlog (partner) where state = 'running';
create index partner_ticket_asked on partner_ticket (partner, asked_at);
`,
  },
  {
    name: '0050 files that go over to partner desks, by what is in them',
    sql: `
alter table attachment add column hash text not null generated always as (encode(sha256(content), 'hex')) stored;
create table partner_file (
  partner text not null references partner on delete cascade, hash text not null, size bigint not null,
  has bigint not null default 0, begun_at bigint not null, primary key (partner, hash));
create table partner_file_part (
  partner text not null, hash text not null, "from" bigint not null, content bytea not null,
  primary key (partner, hash, "from"), foreign key (partner, hash) references partner_file on delete cascade);
`,
  },
  {
    name: '0051 files of partner desks that a word has named are kept once',
    sql: `
alter table partner_file add column kept_as text references attachment on delete cascade;
create index partner_file_kept_as on partner_file (kept_as) where kept_as is not null;
`,
  },
]
