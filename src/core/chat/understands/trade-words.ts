// Words that small businesses and the people who ask them use for the same: a question about parking is answered by where to leave
// the car. One group a line, by language; a site adds its own.

const en = `
park, parking, car, drive, lot, garage
price, cost, fee, charge, rate, expensive, how much
child, kid, son, daughter, young, toddler, teenager, minimum age
wear, clothes, clothing, dress, outfit, dress code
cancel, cancellation, can't come, reschedule, miss, postpone, another day, move my booking, change my booking
wheelchair, accessible, accessibility, step-free
phone, call, ring, telephone, number
mail, email, e-mail, write
bike, bicycle, cycle
puncture, flat tire, flat
repair, fix, mend, service
course, class, lesson
beginner, never, start, novice, first, newcomer
group, friend, birthday, party, together
duration, long, last, hours
deliver, delivery, ship, shipping, send, post, parcel
return, refund, exchange
gift, present, voucher
collect, fetch, pick up, pickup
bring, take along
hire, rent, rental
ready, finished, done
include, included
address, located, location, directions, find
bus, public transport, train, transit
walk, foot, on foot
size, dimension, big, large, cm
temperature, degree, hot, heat
age, old
privacy, data, personal
safe, lead-free, dishwasher
teacher, tutor, instructor, teach
e-bike, ebike, electric, pedelec
appointment, booking, reserve, reservation, book
keep, take home
tea, coffee, drink
pay, payment, card, cash
newsletter, letter, subscribe, unsubscribe
erase, delete, remove
shut, closed, close
`;

const de = `
parken, parkplatz, auto, stellplatz
preis, kosten, gebuhr, teuer
kind, kinder, sohn, tochter, jugendliche
anziehen, kleidung, kleider, tragen, schurze
absagen, stornieren, verschieben, verhindert
telefon, anrufen, nummer, telefonnummer
mail, e-mail, email, schreiben
fahrrad, rad
platten, reifen, schlauch
reparatur, reparieren, flicken
kurs, kurse, unterricht
anfanger, einsteiger, erste
gruppe, freunde, geburtstag, feier
dauer, dauern, lange, stunden
liefern, lieferung, versand, schicken
geschenk, gutschein
abholen, holen
mitbringen, bringen
mieten, leihen, miete
adresse, anfahrt, standort, finden
bus, bahn, zug
fuss, laufen, gehen
temperatur, grad, heiss
termin, buchung, buchen, reservieren, reservierung
offnungszeiten, geoffnet, offen
geschlossen, zu
brennen, brand, brennofen, ofen
lehrer, lehrerin, kursleiter, kursleitung
`;

const fr = `
garer, parking, voiture, stationner, stationnement
prix, tarif, cout, couter, cher
enfant, fils, fille, jeune
porter, vetement, habit, tablier
annuler, reporter, deplacer
telephone, appeler, numero
mail, e-mail, email, ecrire, courriel
velo, bicyclette
crevaison, pneu, chambre
reparation, reparer
cours, atelier, stage
debutant, commencer, premier
groupe, ami, anniversaire
duree, durer, heures
livrer, livraison, envoi, expedier
cadeau, bon
chercher, retirer, retrait
apporter, amener
louer, location
adresse, acces, plan, trouver
bus, train
pied, marcher
temperature, degre, chaud
rendez-vous, reservation, reserver
horaires, ouvert, ouverture
ferme, fermeture
`;

const groupsOf = (text: string): readonly (readonly string[])[] =>
  text
    .trim()
    .split("\n")
    .map((line) => line.split(",").map((word) => word.trim()));

const byLanguage: Readonly<Record<string, readonly (readonly string[])[]>> = {
  en: groupsOf(en),
  de: groupsOf(de),
  fr: groupsOf(fr),
};

/** Groups of words that mean the same in a language; none where there is no list. */
export const tradeWords = (language: string): readonly (readonly string[])[] => {
  const [key = ""] = language.toLowerCase().split("-", 1);
  return Object.hasOwn(byLanguage, key) ? (byLanguage[key] as readonly (readonly string[])[]) : [];
};
