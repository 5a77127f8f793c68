// Words of questions to tables: what languages share.

export const money = ["€", "$", "£", "price", "cost", "preis", "kosten", "prix", "tarif", "fee"];
export const heat = ["°C", "°F", "temperature", "temperatur", "top", "heat", "degrees"];
export const time = ["h", "min", "d", "duration", "time", "how long", "dauer", "duree"];
export const size = ["cm", "mm", "m", "size", "height", "hohe", "taille", "hauteur", "l", "volume"];
export const weight = ["kg", "g", "weight", "gewicht", "poids"];
