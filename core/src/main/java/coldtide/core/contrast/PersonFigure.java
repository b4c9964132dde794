package coldtide.core.contrast;

/** Headline metrics as ratios of sums over active users. */
public enum PersonFigure {
    /** Active days for each. */
    ACTIVE_DAYS,
    /** Sessions for each. */
    SESSIONS,
    /** Mean length of sessions in seconds. */
    SESSION_LENGTH,
    /** Share of users who paid: a purchase or a subscription. */
    PAYER_SHARE,
    /** Revenue less refunds for each. */
    ARPU,
    PURCHASE_REVENUE,
    AD_REVENUE,
    SUBSCRIPTION_REVENUE,
    /** Purchases for each. */
    PURCHASES,
    /** Revenue less refunds for each payer. */
    ARPPU,
    /** Purchase revenue ÷ purchases. */
    AOV,
    /** Share of users of whom an uninstall was reported. */
    UNINSTALLED;

    boolean isShare() {
        return this == PAYER_SHARE || this == UNINSTALLED;
    }
}
