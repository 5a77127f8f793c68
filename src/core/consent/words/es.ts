// The question of consent, in Spanish.
import type { ConsentWords } from "./catalog";

export const es: ConsentWords = {
  title: "¿Podemos cargar contenidos de otros?",
  text: "Algunas partes de este sitio vienen de otros o recuerdan algo de usted. Esperan a que diga que sí.",
  accept: "Aceptar todo",
  refuse: "Rechazar todo",
  choose: "Elegir",
  save: "Guardar esta elección",
  close: "Cerrar",
  toldTitle: "Lo que trae este sitio",
  toldText: "Algunas partes vienen de otros o recuerdan algo de usted. Puede rechazarlas.",
  understood: "Seguir",
  doNotSell: "No vender ni compartir mis datos personales",
  again: "Opciones de privacidad",
  policy: "Leerlo todo",
  takenBack: "Puede cambiarlo cuando quiera en «Opciones de privacidad».",
  proof: "Su elección se guarda como %1. Con ello se puede probar.",
  profiling: "Algunas pueden identificarle, localizarle o hacer un perfil suyo. Están apagadas hasta que las encienda.",
  things: ["un elemento", "%1 elementos"],
  always: "siempre activo",
  names: { needed: "Necesarias", preferences: "Preferencias", statistics: "Estadísticas", marketing: "Publicidad" },
  about: {
    needed: "Sin ellas el sitio no funciona.",
    preferences: "Recuerdan lo que eligió o muestran lo que le conviene.",
    statistics: "Cuentan visitas para mejorar el sitio.",
    marketing: "Vienen de otros, que pueden saber qué mira.",
  },
};
