export const USAGE = `Yard Beacon on the command line. Prints JSON, or sentences with --text.

  npm run -s beacon -- check FILE
      Every finding of a site file. Exit 1 when one of them is a stop.

  npm run -s beacon -- reach FILE [--from ATTACHMENT] [--to TARGET]
      Without --from: who reaches whom, network by network.
      With it: the way hop by hop. ATTACHMENT is an id or label that the first form lists;
      TARGET is a network's id or name, a controller's, or "internet". Exit 1 when it is not reached.

  npm run -s beacon -- trace FILE --from ATTACHMENT --to TARGET
      The way alone, hop by hop: port, tag, decision, reason. Exit 1 when it is not reached.

  npm run -s beacon -- l2 FILE
      For every attachment and every tag it can send: which attachments hear a broadcast, and with which tag.
      A file of switches, links and clients alone will do.

  npm run -s beacon -- coverage FILE
      For every drawn area: the share that gets its signal and rate, on average and with the site's confidence.
      Exit 1 when an area's sure share is below that confidence.

  npm run -s beacon -- backhaul FILE
      How every device on the air is best fed, with reasons; the mesh with its bound; what each failure does.
      Exit 1 when a device is not fed.

  npm run -s beacon -- airtime FILE
      What every area and device gets when all want theirs at once, and what holds it back. Exit 1 when an area falls short.

  npm run -s beacon -- export FILE [--as ID] [--keys]
      The files the plan gives for its devices (dnsmasq, nftables, hostapd, FreeRADIUS, bridge commands, netplan,
      wpa_supplicant, CSV), or one of them. Keys only with --keys: keep such a file where you keep keys.

  npm run -s beacon -- proof FILE... --medium wired|radio --link-rate MBPS [--baseline MBPS] [--way up|down]
      Judges results of iperf3 -J against what the link can carry. Give both directions.
      Exit 1 when the verdict fails.

  npm run -s beacon -- stage FILE [--script ACTIONS] [--until 45m] [--seed N] [--carton]
      The staging bench, rehearsed: the board at the end, and for each device that does not run what it waits for.
      ACTIONS is a list of { "atS": seconds, "action": { "kind": … } }, in order; without it mains go on and what
      waits is adopted each minute. --carton: everything as delivered. Exit 1 when something planned is not running.

  npm run -s beacon -- runbook PRESENT TARGET --laptop PLACE [--crew N] [--ics FILE] [--start MOMENT]
                             [--quiet HOURS]
      From what is there to what is meant: the steps in an order that never cuts the laptop off, each proven, or why there
      is none; beside it what the order of the list would have cost. PLACE is a device and a port, such as switch:12.
      --crew: for 1, 2 or 3 people, how early they are through. --ics: the steps as a calendar, from MOMENT on.
      --quiet 08:00-18:00: nothing is interrupted during these hours of any day.
      Exit 1 when no safe order was found, or the target fails its own requirements.

  npm run -s beacon -- here [--plan FILE --at PLACE] [--outside ADDRESS] [--name NAME] [--host NETWORK=ADDRESS]...
                          [--interface NAME]
      What this laptop is plugged into, read off itself. With a plan and a place of it, such as switch:12: whether that is
      so, and what is reached from there, measured by ping; and whether its name servers have NAME, and controllers and
      RADIUS servers answer. Only addresses of the plan are asked, helpers inside its subnets (--host, a phone or a second
      laptop), and the one given as outside, which stands for the internet. Exit 1 when something is not as planned.

  npm run -s beacon -- prove FILE
      The fewest places to test from, so that every requirement and every VLAN on every cable that clients use is tried, the
      one that tries the most first; and what is carried besides and tried from none of them. Exit 1 when
      something is asked for that can be tried from nowhere.

  npm run -s beacon -- walk FILE WALK.csv [--calibrate] [--right]
      What may be claimed of each area from the levels read there. WALK.csv has x, y (metres of the chart), radio (an access
      point by name or id), band, level (dBm; empty: not heard), and client and floor where they matter. --calibrate: what
      the levels teach of slope, walls, radios and clients, with standard errors, and where to read next. A walk that
      can't be, such as one in feet, is refused; --right: it is right all the same. Exit 1 when a claim fails.

  npm run -s beacon -- jobs [JOB] [--on FILE]
      The jobs there are; or what one of them asks, and what it accepts.

  npm run -s beacon -- make JOB [ANSWERS.json] [--on FILE] [--name NAME]
      A site from a few answers, as a site file with its keys in it: keep it where you keep keys. ANSWERS.json is an object
      of question and answer; what it leaves out is as suggested. --on: on the site of that file. --text: the words for it.

  npm run -s beacon -- record FILE|BUNDLE [--copy customer|installer] [--paper a4|letter] [--pdf OUT.pdf]
      The record of a plan, or of a bundle with all that was observed; as values, or as a PDF. No keys.

  npm run -s beacon -- parts FILE|BUNDLE [--csv OUT.csv]
      What the plan needs, counted, against what the cartons hold. Exit 1 when a list was taken and lacks something.

  npm run -s beacon -- labels FILE|BUNDLE --pdf OUT.pdf | --svg OUT.svg [--kind devices|cables|ports] [--sheet SHEET]
                               [--first N]
      Labels on sheets, from the first free one. SHEET: a4-24, a4-40, a4-65, letter-30. SVG: the first sheet.

  npm run -s beacon -- cards FILE|BUNDLE --pdf OUT.pdf [--keys] [--pages] [--paper a4|letter]
      Cards to join by, one for each SSID; keys only with --keys. --pages: cards that open the devices' pages instead.

  npm run -s beacon -- seal FILE --out OUT.age (--passphrase-file FILE | --recipient age1…)...
      Every key of the plan, locked (age-encryption.org/v1).

  npm run -s beacon -- bundle FILE|BUNDLE --zip OUT.zip [--passphrase-file FILE | --recipient age1…]
      Record, plan, device files, tables and history with the SHA-256 of each. Keys only sealed, where that is asked for.

  npm run -s beacon -- open BUNDLE.zip|KEYS.age [--passphrase-file FILE | --identity FILE] [--out SITE.json] [--on FILE]
      Checks a bundle file by file and writes its site file; or opens sealed keys and puts them into the plan of --on. A
      site file that is written holds the keys that were opened: keep it where you keep keys.

Exit codes: 0 all well · 1 it fails · 2 bad input
`
