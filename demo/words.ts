/** What requesters of the sample world write, by catalog item: one line each. */
export const SUMMARIES: Record<string, string[]> = {
  'gate-scanner': [
    'Gate scanners read nothing since the morning',
    'Scanner at gate 3 reads every ticket twice',
    'Boarding line is long: scanners slow',
    'Scanner shows red and stays red',
  ],
  barrier: [
    'Car barrier stays up after the last car',
    'Foot barrier at landing 2 does not open',
    'Barrier arm bent, sensor hangs loose',
  ],
  'crossing-wifi': [
    'Wi-Fi drops on the 09:10 crossing after the breakwater',
    'No connection in the aft saloon',
    'Wi-Fi asks for a code that nobody has',
    'Connection gone between the two lights',
  ],
  'bridge-tablet': [
    'Watch list on the bridge tablet is from yesterday',
    'Bridge tablet will not sync after the update',
    'Tablet of the second mate is locked',
  ],
  radio: [
    'Talk-back from the car deck is silent',
    'Traffic room hears us, we do not hear them',
    'Crackling on the working channel',
  ],
  'till-receipts': [
    'Till 7 prints blank receipts',
    'Kiosk till cuts receipts in half',
    'Printer of the museum till is out of ink again',
  ],
  'card-reader': [
    'Card reader refuses every card at the kiosk',
    'Reader asks for a signature each time',
    'Card reader restarts by itself',
  ],
  'booking-wrong': [
    'Two families in one cabin',
    'School group of 42 is not in the list',
    'Car booked as a bicycle',
    'Cabin sold twice on Friday’s crossing',
  ],
  'control-screen': [
    'Traffic room screen 3 flickers and goes dark',
    'Wall screen shows the tide of last week',
    'Screen 1 has lost its colours',
  ],
  'public-screen': [
    'Departure screen shows the summer timetable',
    'Screen at the landing says Closed all day',
    'Screen in the foyer is upside down',
  ],
  'audio-guide': [
    'Audio guide 12 speaks the wrong language',
    'Ten audio guides will not charge',
    'Guide 4 tells the story of the wrong room',
  ],
  'kelp-camera': [
    'Kelp camera tilts by itself at low tide',
    'Camera 6 is blind since the gale',
    'Picture of line 2 freezes every hour',
  ],
  'lab-software': [
    'Sounder log will not open since the update',
    'Sampler program asks for a key',
    'Salinity charts have no dates',
  ],
  'shore-network': [
    'No network in the workshop',
    'Landing switch blinks amber, nothing works',
    'Office is cut off since the storm',
    'Network slow in the afternoons',
  ],
  'new-crew': ['New crew member for the deck', 'New mate starts next week', 'Season hands: three new people'],
  leaver: [
    'Account of the old harbour guide is still open',
    'Return of a laptop and a radio',
    'Cook left on Friday',
  ],
  'manifest-access': [
    'Access to the manifest for the summer crew',
    'Purser needs the manifest on the night boat',
    'Manifest for the new station master',
  ],
  'sign-in': [
    'I cannot sign in since the weekend',
    'New telephone, no codes',
    'Locked out after three tries',
  ],
  'loan-laptop': [
    'Loan laptop for the winter survey, two weeks',
    'Laptop for the exhibition opening',
    'Loan laptop for a course',
  ],
  'something-else': [
    'Who looks after the clock in the waiting room?',
    'A key fob was found on the pier',
    'The office chair squeaks into the talk-back',
  ],
}

export const DETAILS = [
  'It began this morning. We have switched it off and on again.',
  'It happens on every second crossing, always after the breakwater.',
  'Nobody has touched it, as far as we know.',
  'The crew before us saw it as well and left a note.',
  'Since the gale on Sunday. The cable outside looks worn.',
  'We can work round it today, not tomorrow.',
]

export const REPLIES = [
  'Thank you. I am looking at it now and will write again within the hour.',
  'I can see it from here. Please leave it switched on.',
  'We have had this before; I am fetching the part.',
  'I have asked the crew on the night boat to check the cable.',
  'Understood. I will call at your next landing.',
]

export const NOTES = [
  'Same mast as last week. Asking the port for the antenna log.',
  'Spare is in the workshop, shelf 4.',
  'Firmware is two versions behind the others.',
  'The cable was chafed at the bracket; photo in the workshop book.',
]

export const QUESTIONS_BACK = [
  'Which gate is it, counted from the sea side?',
  'Does the light stay on when you pull the plug?',
  'When are you ashore again?',
  'May we restart it during boarding?',
]
export const WAITS = [
  'Part is ordered',
  'The port opens the mast on Thursday',
  'Waiting for the builder',
  'Ship is at sea until Friday',
]
export const ANSWERS = [
  'It is the second from the sea side.',
  'Yes, it stays on.',
  'We are back on Thursday at noon.',
  'Please do it after the 17:40.',
]
export const REMARKS = [
  'Cleaned the window and set the reader to the new code.',
  'Replaced the cable at the bracket and sealed it.',
  'Restarted the switch and loaded the saved settings.',
  'Account made, cards handed over at the counter.',
  'Put right in the booking list; passengers told.',
  'Exchanged the device; the old one is in the workshop.',
]

/** Why the counter turns a request away. */
export const TURNED_AWAY = [
  'This belongs to the harbour office; they have your message now.',
  'Without an agreement we can only do this as a paid job. Say whether you want an offer, and we go on.',
  'We looked: the part is out of production, and we cannot get another.',
]

/** What people write beside the time they worked. */
export const WORKED = [
  'Looked at the logs',
  'On the phone with the site',
  'Swapped the part and tried it',
  'Set up anew',
  'Found and mended the setting',
  'Called back',
]
