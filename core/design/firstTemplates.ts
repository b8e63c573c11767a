import type { Template } from './design'

const HELLO = 'Good day {recipient},'
const FOOT = 'Ticket {reference}: {summary}\n{desk}'

/** The words of a template in Norwegian. */
const norwegian = (subject: string, body: string) => ({
  subject,
  body: `Hei {recipient},\n\n${body}\n\nSak {reference}: {summary}\n{desk}`,
})

/** The messages that a design begins with; what requesters get has its words in every language. */
export const TEMPLATES: Template[] = [
  {
    id: 'confirmation',
    name: 'We have your request',
    subject: '[{reference}] We have it: {summary}',
    body: `${HELLO}\n\nwe have your request. We answer by {respondBy} and mean to have it solved by {resolveBy}.\n\n{answers}\n\n${FOOT}`,
    languages: {
      nb: norwegian(
        '[{reference}] Vi har fått den: {summary}',
        `vi har fått saken din. Vi svarer innen {respondBy} og regner med å ha løst den innen {resolveBy}.\n\n{answers}`,
      ),
    },
  },
  {
    id: 'held',
    name: 'We look at your request first',
    subject: '[{reference}] We have it: {summary}',
    body: `${HELLO}\n\nwe have your request. Somebody looks at it first; then we tell you when it will be done.\n\n{answers}\n\n${FOOT}`,
    languages: {
      nb: norwegian(
        '[{reference}] Vi har fått den: {summary}',
        `vi har fått saken din. Noen ser på den først; så får du vite når det blir ferdig.\n\n{answers}`,
      ),
    },
  },
  {
    id: 'rejected',
    name: 'We cannot take your request',
    subject: '[{reference}] We cannot take it: {summary}',
    body: `${HELLO}\n\nwe cannot take your request as it is.\n\n{text}\n\nIf you answer in the portal, somebody looks at it again.\n\n${FOOT}`,
    languages: {
      nb: norwegian(
        '[{reference}] Vi kan ikke ta den: {summary}',
        `vi kan ikke ta saken din slik den er.\n\n{text}\n\nSvarer du i portalen, ser noen på den igjen.`,
      ),
    },
  },
  {
    id: 'assigned',
    name: 'A ticket is yours',
    subject: '[{reference}] Yours: {summary}',
    body: `${HELLO}\n\nthis ticket is yours. Priority {priority}; answer by {respondBy}, solve by {resolveBy}.\n{requester}, {organisation}, {site}\n\n{answers}\n\n${FOOT}`,
  },
  {
    id: 'mentioned',
    name: 'Somebody named you in a note',
    subject: '[{reference}] You are named: {summary}',
    body: `${HELLO}\n\nyou are named in a note on this ticket.\n\n{text}\n\n${FOOT}`,
  },
  {
    id: 'booked',
    name: 'A fixed time is booked for you',
    subject: '[{reference}] Fixed time: {summary}',
    body: `${HELLO}\n\na fixed time on this ticket is yours: {text}. It stands on your Bench.\n{requester}, {organisation}, {site}\n\n${FOOT}`,
  },
  {
    id: 'unbooked',
    name: 'A fixed time is no longer yours',
    subject: '[{reference}] No longer yours: {summary}',
    body: `${HELLO}\n\na fixed time on this ticket is no longer yours: {text}.\n{requester}, {organisation}, {site}\n\n${FOOT}`,
  },
  {
    id: 'timeDeclined',
    name: 'Somebody cannot be there at a fixed time',
    subject: '[{reference}] Cannot be there: {summary}',
    body: `${HELLO}\n\nsomebody cannot be there at a fixed time on this ticket: {text}. Find another time, or somebody else.\n{requester}, {organisation}, {site}\n\n${FOOT}`,
  },
  {
    id: 'visitPlaced',
    name: 'When we come',
    subject: '[{reference}] We come: {text}',
    body: `${HELLO}\n\nwe come to you: {text}. In the portal you can say that this suits you, choose another time, or call it off.\n\n${FOOT}`,
    languages: {
      nb: norwegian(
        '[{reference}] Vi kommer: {text}',
        `vi kommer til deg: {text}. I portalen kan du si at det passer, velge en annen tid eller avlyse det.`,
      ),
    },
  },
  {
    id: 'visitMoved',
    name: 'We come at another time',
    subject: '[{reference}] Another time: {text}',
    body: `${HELLO}\n\nwe come at another time: {text}. In the portal you can say that this suits you, choose another time, or call it off.\n\n${FOOT}`,
    languages: {
      nb: norwegian(
        '[{reference}] En annen tid: {text}',
        `vi kommer på en annen tid: {text}. I portalen kan du si at det passer, velge en annen tid eller avlyse det.`,
      ),
    },
  },
  {
    id: 'visitOnWay',
    name: 'We are on our way',
    subject: '[{reference}] On our way: {summary}',
    body: `${HELLO}\n\nsomebody is on the way to you: {text}.\n\n${FOOT}`,
    languages: {
      nb: norwegian('[{reference}] På vei: {summary}', `noen er på vei til deg: {text}.`),
    },
  },
  {
    id: 'assistOffered',
    name: 'May we look at your machine?',
    subject: '[{reference}] May we look at your machine? {summary}',
    body: `${HELLO}\n\nwe would like to look at your machine from here. Nothing is seen before you agree. Open this address at that machine, or type the code that we read out to you:\n\n{text}\n\n${FOOT}`,
    languages: {
      nb: norwegian(
        '[{reference}] Kan vi se på maskinen din? {summary}',
        `vi vil gjerne se på maskinen din herfra. Ingenting er synlig før du har sagt ja. Åpne denne adressen på den maskinen, eller skriv inn koden vi leser opp for deg:\n\n{text}`,
      ),
    },
  },
  {
    id: 'assistInvited',
    name: 'You are asked into an assist session',
    subject: '[{reference}] Come into an assist session: {summary}',
    body: `${HELLO}\n\nsomebody would like you to come into an assist session with {text}. It is on the ticket.\n\n${FOOT}`,
  },
  {
    id: 'assistEnded',
    name: 'An assist session ended without you',
    subject: '[{reference}] Assist session over: {summary}',
    body: `${HELLO}\n\nyour assist session is over. {text}.\n\n${FOOT}`,
  },
  {
    id: 'visitOff',
    name: 'We do not come then',
    subject: '[{reference}] We do not come then: {summary}',
    body: `${HELLO}\n\nwe do not come to you at this time: {text}. If somebody comes at another one, you hear of it.\n\n${FOOT}`,
    languages: {
      nb: norwegian(
        '[{reference}] Vi kommer ikke da: {summary}',
        `vi kommer ikke til deg på denne tiden: {text}. Hvis noen kommer en annen gang, får du beskjed.`,
      ),
    },
  },
  {
    id: 'missedTime',
    name: 'Nobody began a fixed time',
    subject: '[{reference}] Fixed time missed: {summary}',
    body: `${HELLO}\n\n{text}. Somebody waits for it: begin it, move it, or call it off.\n{requester}, {organisation}, {site}\n\n${FOOT}`,
  },
  {
    id: 'planTask',
    name: 'A task of a plan is yours',
    subject: '[{reference}] To do: {text}',
    body: `${HELLO}\n\nthis is yours to do now: {text}.\n{requester}, {organisation}, {site}\n\n{answers}\n\n${FOOT}`,
    languages: {
      nb: norwegian('[{reference}] Å gjøre: {text}', `dette er ditt nå: {text}.\n\n{answers}`),
    },
  },
  {
    id: 'planLate',
    name: 'A task of a plan is late',
    subject: '[{reference}] Late: {text}',
    body: `${HELLO}\n\nthis should be done by now: {text}.\n{requester}, {organisation}, {site}\n\n${FOOT}`,
    languages: {
      nb: norwegian('[{reference}] Forsinket: {text}', `dette skulle vært gjort nå: {text}.`),
    },
  },
  {
    id: 'causeSuspected',
    name: 'Several tickets may have one cause',
    subject: '[{reference}] One cause? {summary}',
    body: `${HELLO}\n\n{text}. They may have one cause: gather them into a major incident, answer them together, or say in Arrivals that they have none.\n\n${FOOT}`,
    languages: {
      nb: norwegian('[{reference}] Én årsak? {summary}', `{text}.`),
    },
  },
  {
    id: 'sealAsked',
    name: 'Your word is asked for',
    subject: '[{reference}] Your word, please: {text}',
    body: `${HELLO}\n\n{requester} needs your word before it goes on: {text}.\n\n{answers}\n\nSay yes or no by the link of this message, in the portal, or where you work on tickets.\n\n${FOOT}`,
    languages: {
      nb: norwegian(
        '[{reference}] Vi trenger ditt ja eller nei: {text}',
        `{requester} trenger ditt ja eller nei før det går videre: {text}.\n\n{answers}\n\nSvar ja eller nei med lenken i denne meldingen, eller i portalen.`,
      ),
    },
  },
  {
    id: 'sealQueried',
    name: 'Somebody asks before they say their word',
    subject: '[{reference}] A question about it: {summary}',
    body: `${HELLO}\n\nwhoever has to say yes or no has a question before your request goes on.\n\n{text}\n\nAnswer this mail, or in the portal.\n\n${FOOT}`,
    languages: {
      nb: norwegian(
        '[{reference}] Et spørsmål om den: {summary}',
        `den som skal si ja eller nei, har et spørsmål før saken din går videre.\n\n{text}\n\nSvar på denne meldingen, eller i portalen.`,
      ),
    },
  },
  {
    id: 'sealAnswered',
    name: 'What you asked was answered',
    subject: '[{reference}] What you asked was answered: {summary}',
    body: `${HELLO}\n\n{requester} has answered your question. Your word is still asked for.\n\n{text}\n\n${FOOT}`,
    languages: {
      nb: norwegian(
        '[{reference}] Svar på spørsmålet ditt: {summary}',
        `{requester} har svart på spørsmålet ditt. Vi trenger fortsatt ditt ja eller nei.\n\n{text}`,
      ),
    },
  },
  {
    id: 'formAsked',
    name: 'Questions for somebody else',
    subject: '[{reference}] Some questions for you: {text}',
    body: `${HELLO}\n\n{requester} has asked us for something, and you know more about it: {text}. The link of this message leads to some questions; it can be used once.\n\n${FOOT}`,
    languages: {
      nb: norwegian(
        '[{reference}] Noen spørsmål til deg: {text}',
        `{requester} har bedt oss om noe som du vet mer om: {text}. Lenken i denne meldingen fører til noen spørsmål; den kan brukes én gang.`,
      ),
    },
  },
  {
    id: 'reply',
    name: 'An answer from the desk',
    subject: '[{reference}] {summary}',
    body: `${HELLO}\n\n{text}\n\n${FOOT}`,
    languages: { nb: norwegian('[{reference}] {summary}', `{text}`) },
  },
  {
    id: 'answered',
    name: 'The requester answered',
    subject: '[{reference}] {requester} answered: {summary}',
    body: `${HELLO}\n\n{requester} wrote:\n\n{text}\n\n${FOOT}`,
  },
  {
    id: 'waiting',
    name: 'We need an answer from you',
    subject: '[{reference}] We need an answer from you: {summary}',
    body: `${HELLO}\n\nto go on we need to know:\n\n{text}\n\nThe time promised stands still until you answer.\n\n${FOOT}`,
    languages: {
      nb: norwegian(
        '[{reference}] Vi trenger et svar fra deg: {summary}',
        `for å komme videre trenger vi å vite:\n\n{text}\n\nTiden vi har lovet, står stille til du svarer.`,
      ),
    },
  },
  {
    id: 'reminder',
    name: 'We still need an answer from you',
    subject: '[{reference}] We still need an answer from you: {summary}',
    body: `${HELLO}\n\nwe asked you something about this request and have no answer yet, so it stands still. Please answer in the portal.\n\n${FOOT}`,
    languages: {
      nb: norwegian(
        '[{reference}] Vi trenger fortsatt et svar fra deg: {summary}',
        `vi spurte deg om noe i denne saken og har ikke fått svar, så den står stille. Svar i portalen.`,
      ),
    },
  },
  {
    id: 'solved',
    name: 'Your request is done',
    subject: '[{reference}] Done: {summary}',
    body: `${HELLO}\n\nyour request is done.\n\n{text}\n\nIf it is not, answer in the portal and it is opened again.\n\n${FOOT}`,
    languages: {
      nb: norwegian(
        '[{reference}] Ferdig: {summary}',
        `saken din er ferdig.\n\n{text}\n\nEr den ikke det, svar i portalen, så åpnes den igjen.`,
      ),
    },
  },
  {
    id: 'calledOff',
    name: 'Your request is called off',
    subject: '[{reference}] Called off: {summary}',
    body: `${HELLO}\n\nyour request is called off; nobody works on it any more.\n\n{text}\n\nIf you still need it, answer in the portal and it is opened again.\n\n${FOOT}`,
    languages: {
      nb: norwegian(
        '[{reference}] Avlyst: {summary}',
        `saken din er avlyst; ingen arbeider med den lenger.\n\n{text}\n\nTrenger du det fortsatt, svar i portalen, så åpnes den igjen.`,
      ),
    },
  },
  {
    id: 'rung',
    name: 'A promise is running out',
    subject: '[{reference}] {rung}: {summary}',
    body: `${HELLO}\n\n{rung}. Answer by {respondBy}, solve by {resolveBy}.\nTeam {team}, technician {technician}, priority {priority}.\n\n${FOOT}`,
  },
  {
    id: 'majorUpdate',
    name: 'How a major incident stands',
    subject: '[{reference}] How it stands: {summary}',
    body: `${HELLO}\n\n{text}\n\nYou hear from us again as soon as there is more to say.\n\n${FOOT}`,
    languages: {
      nb: norwegian(
        '[{reference}] Slik står det til: {summary}',
        `{text}\n\nDu hører fra oss igjen så snart det er mer å si.`,
      ),
    },
  },
  {
    id: 'majorOver',
    name: 'A major incident is over',
    subject: '[{reference}] Over: {summary}',
    body: `${HELLO}\n\nit is over.\n\n{text}\n\n${FOOT}`,
    languages: { nb: norwegian('[{reference}] Over: {summary}', `det er over.\n\n{text}`) },
  },
]
