package exactum.app.setup;

import exactum.app.audit.Audit;
import exactum.app.audit.Changes;
import exactum.app.business.Business;
import exactum.app.business.FindBusinesses;
import exactum.app.business.SaveBusiness;
import exactum.app.database.Digest;
import exactum.app.database.Ids;
import exactum.app.web.NotHere;
import exactum.core.ids.BusinessId;
import exactum.core.problem.Refusal;
import java.util.HexFormat;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** How papers look from now on: colours, typeface, logo, and the numbers they print. What was issued stays as it is. */
@Component
public class Branding {
    private final BrandStore store;
    private final FindBusinesses find;
    private final SaveBusiness businesses;
    private final Audit audit;

    Branding(BrandStore store, FindBusinesses find, SaveBusiness businesses, Audit audit) {
        this.store = store;
        this.find = find;
        this.businesses = businesses;
        this.audit = audit;
    }

    /** Saves colours and typeface; the logo stays. */
    @Transactional
    public void save(BusinessId business, Business.Brand brand) {
        businesses.oneAtATime(business);
        Business before = find.get(business);
        var after = new Business.Brand(
                brand.colour(), brand.accent(), brand.typeface(), before.brand().logo());
        businesses.change(before.with(after));
        audit.record(
                business,
                "changed the brand",
                before.name(),
                Changes.of()
                        .and("colour", before.brand().colour(), after.colour())
                        .and("second colour", before.brand().accent(), after.accent())
                        .and("typeface", before.brand().typeface(), after.typeface()));
    }

    /** Takes a picture as the logo of what is issued from now on. */
    @Transactional
    public void setLogo(BusinessId business, byte[] file) {
        setLogo(business, keepPicture(business, file), "set a logo");
    }

    /**
     * Keeps a picture that papers can print, and answers its digest.
     *
     * @throws exactum.core.problem.Refusal if it is none, or one that is too large
     */
    @Transactional
    public String keepPicture(BusinessId business, byte[] file) {
        byte[] png = LogoImage.of(file);
        String digest = HexFormat.of().formatHex(Digest.sha256(png));
        store.keepLogo(business, digest, png);
        return digest;
    }

    @Transactional
    public void removeLogo(BusinessId business) {
        setLogo(business, null, "took the logo away");
    }

    private void setLogo(BusinessId business, String digest, String what) {
        businesses.oneAtATime(business);
        Business before = find.get(business);
        Business.Brand b = before.brand();
        businesses.change(before.with(new Business.Brand(b.colour(), b.accent(), b.typeface(), digest)));
        audit.record(business, what, before.name());
    }

    /** Adds a number that papers may print. */
    @Transactional
    public void addNumber(BusinessId business, String label, String number, String place) {
        if (!store.insert(business, new SellerNumber(Ids.next(), label, number, place)))
            throw new Refusal("number.duplicate", "This number is there already. Nothing was saved.").at("number");
        audit.record(business, "added a number of ours", label, Changes.of().and(label, "", number + ", " + place));
    }

    @Transactional
    public void removeNumber(BusinessId business, UUID id) {
        SellerNumber gone = store.delete(business, id).orElseThrow(NotHere::new);
        audit.record(
                business,
                "took a number of ours away",
                gone.label(),
                Changes.of().and(gone.label(), gone.number() + ", " + gone.place(), ""));
    }
}
