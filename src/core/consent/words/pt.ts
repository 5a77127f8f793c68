// The question of consent, in Portuguese.
import type { ConsentWords } from "./catalog";

export const pt: ConsentWords = {
  title: "Podemos carregar conteúdos de outros?",
  text: "Algumas partes deste site vêm de outros ou guardam algo sobre você. Elas esperam pelo seu sim.",
  accept: "Aceitar tudo",
  refuse: "Rejeitar tudo",
  choose: "Escolher",
  save: "Salvar esta escolha",
  close: "Fechar",
  toldTitle: "O que este site traz",
  toldText: "Algumas partes vêm de outros ou guardam algo sobre você. Você pode recusá-las.",
  understood: "Continuar",
  doNotSell: "Não vender nem compartilhar meus dados pessoais",
  again: "Escolhas de privacidade",
  policy: "Ler tudo",
  takenBack: "Você pode mudar isto a qualquer momento em “Escolhas de privacidade”.",
  proof: "Sua escolha está guardada como %1. Com isso ela pode ser provada.",
  profiling:
    "Algumas podem identificar ou localizar você, ou traçar o seu perfil. Ficam desligadas até que você as ligue.",
  things: ["um item", "%1 itens"],
  always: "sempre ativo",
  names: { needed: "Necessários", preferences: "Preferências", statistics: "Estatísticas", marketing: "Publicidade" },
  about: {
    needed: "Sem eles o site não funciona.",
    preferences: "Guardam a sua escolha ou mostram o que combina com você.",
    statistics: "Contam visitas para melhorar o site.",
    marketing: "Vêm de outros, que podem saber o que você vê.",
  },
};
