package coldtide.server.rows;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * What a column of a file is imported as: a standard part of an event, a property, or nothing.
 */
public enum ColumnMeaning {
    ID("id", "event_id", "eventid", "uuid", "insert_id", "message_id", "order_id", "transaction_id"),
    SOURCE("source", "sender"),
    NAME("name", "event", "event_name", "eventname", "event_type", "action", "activity", "what"),
    TIME(
            "time",
            "timestamp",
            "date",
            "datetime",
            "event_time",
            "eventtime",
            "event_timestamp",
            "created_at",
            "created",
            "occurred_at",
            "ts",
            "day",
            "when",
            "datum",
            "zeit",
            "zeitpunkt",
            "heure",
            "fecha",
            "hora",
            "data",
            "ora"),
    RECEIVED("received", "received_at", "server_time", "arrived"),
    SENT("sent", "sent_at", "send_time"),
    INSTALL("install", "install_id", "device_id", "device", "instance_id", "installation_id", "anonymous_id"),
    ACCOUNT(
            "account",
            "account_id",
            "accountid",
            "user",
            "user_id",
            "userid",
            "user_name",
            "username",
            "customer",
            "customer_id",
            "customerid",
            "client",
            "client_id",
            "clientid",
            "buyer",
            "buyer_id",
            "player",
            "player_id",
            "playerid",
            "member",
            "member_id",
            "person",
            "login",
            // German, French, Spanish, Portuguese, Italian
            "kunde",
            "kunden_id",
            "kundennummer",
            "nutzer",
            "benutzer",
            "spieler",
            "utilisateur",
            "acheteur",
            "joueur",
            "cliente",
            "usuario",
            "comprador",
            "jugador",
            "usuário",
            "jogador",
            "utente",
            "giocatore"),
    AMOUNT(
            "amount", "value", "price", "revenue", "total", "sum", "paid", "betrag", "preis", "umsatz", "summe",
            "montant", "prix", "importe", "precio", "valor", "preço", "importo", "prezzo"),
    CURRENCY("currency", "currency_code", "währung", "waehrung", "devise", "monnaie", "moneda", "moeda", "valuta"),
    REVENUE_TYPE("revenue_type"),
    PROPERTY,
    NOTHING;

    /** Properties that stay the same from event to event of an install are kept once. */
    static final Set<String> CONTEXT = Set.of(
            "platform",
            "os_version",
            "app_version",
            "build",
            "device_model",
            "gpu",
            "ram_gb",
            "language",
            "country",
            "region",
            "city",
            "channel",
            "campaign",
            "medium",
            "referrer");

    /** Other words for standard properties. Common practice, no source. */
    private static final List<List<String>> PROPERTY_WORDS = List.of(
            List.of("platform", "os", "operating_system", "plattform", "plateforme", "plataforma", "piattaforma"),
            List.of("app_version", "version", "appversion"),
            List.of("device_model", "model", "device_name"),
            List.of("country", "country_code", "land", "pays", "país", "pais", "paese"),
            List.of("language", "locale", "lang", "sprache", "langue", "idioma", "lingua"),
            List.of(
                    "item",
                    "product",
                    "product_id",
                    "sku",
                    "article",
                    "artikel",
                    "produkt",
                    "produit",
                    "producto",
                    "produto",
                    "articolo"),
            List.of(
                    "quantity",
                    "qty",
                    "count",
                    "pieces",
                    "menge",
                    "anzahl",
                    "quantité",
                    "cantidad",
                    "quantidade",
                    "quantità"),
            List.of("city", "stadt", "ville", "ciudad", "cidade", "città"));

    private final List<String> words;

    /** @param words names of columns that usually mean this, the first being the handbook's. Common practice, no source. */
    ColumnMeaning(String... words) {
        this.words = List.of(words);
    }

    /** Standard name in an event file; the constant in small letters. */
    public String word() {
        return name().toLowerCase(java.util.Locale.ROOT);
    }

    /** Usual meaning of a column of this name; a property if no other. */
    static ColumnMeaning ofColumn(String column) {
        String plain = plain(column);
        return Arrays.stream(values())
                .filter(part -> part.words.contains(plain))
                .findFirst()
                .orElse(PROPERTY);
    }

    /** Rank of a name: 0 for the handbook's word, more for synonyms; empty for other names. */
    static Optional<Integer> rank(ColumnMeaning part, String column) {
        int at = part.words.indexOf(plain(column));
        return at < 0 ? Optional.empty() : Optional.of(at);
    }

    /** The standard property of that name, or the name itself. */
    static String property(String column) {
        String plain = plain(column);
        return PROPERTY_WORDS.stream()
                .filter(words -> words.contains(plain))
                .map(words -> words.get(0))
                .findFirst()
                .orElse(CONTEXT.contains(plain) ? plain : column.strip());
    }

    private static String plain(String column) {
        return column.strip().toLowerCase(java.util.Locale.ROOT).replaceAll("[^\\p{L}\\p{N}]+", "_");
    }
}
