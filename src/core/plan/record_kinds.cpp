// SPDX-License-Identifier: GPL-3.0-or-later
// Goals, services, networks, work, stock, loose ends, addresses, photos, kinds of devices, circuits and outlets.
#include "core/base/text.h"
#include "core/plan/describe.h"

namespace sokudo::plan {

namespace {

constexpr std::size_t kLargestPicture = 700'000;  ///< characters of base64: half a megabyte of picture

/// The first three bytes of every JPEG file are FF D8 FF: “/9j/” in base64. @source rfc-4648
bool isJpeg(const std::string& base64)
{
    constexpr std::string_view kSigns = "ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789+/=\r\n";
    return base64.starts_with("/9j/") && base64.find_first_not_of(kSigns) == std::string::npos;
}

std::optional<FieldProblem> problemOfPhoto(const Photo& photo)
{
    if (photo.jpeg.size() > kLargestPicture)
        return FieldProblem{"jpeg", text::say("checks.picture-too-large",
                                              "is larger than half a megabyte; add it again, and it is made smaller")};
    if (!photo.jpeg.empty() && !isJpeg(photo.jpeg))
        return FieldProblem{"jpeg", text::say("checks.is-no-picture",
                                              "is no JPEG picture in base64; add the picture again from its file")};
    if (photo.jpeg.empty() && photo.found == Inspection::None && text::trimmed(photo.caption).empty())
        return FieldProblem{"caption", text::say("checks.photo-says-nothing",
                                                 "is missing, and there is no picture; say what was seen")};
    return {};
}

}  // namespace

std::string_view code(GoalKind kind)
{
    static constexpr std::string_view kCodes[] = {"rate",  "copy",     "service", "separation", "hazard",
                                                  "proof", "internet", "budget",  "day"};
    return kCodes[static_cast<std::size_t>(kind)];
}

template <>
const Kind& kindOf<Goal>()
{
    using G = Goal;
    static const Kind kKind = [] {
        Kind kind = described<G, &Plan::goals>("goal", "goals", "goal", [](Fields<G>& of) {
            of.needed("sentence", &G::sentence, "scanner copies to vault at 2.3 Gb/s")
                .asLine("sentence", "What is wanted", "scanner copies to vault at 2.3 Gb/s");
            of.word("kind", &G::kind, GoalKind::Day).asLine("kind", "Kind");
            of.refs("devices", &G::devices, "device").asLine("devices", "Devices", "scanner+vault: from the first");
            of.refs("places", &G::places, "place").asLine("places", "Places", "study+attic");
            of.refs("networks", &G::networks, "network").asLine("networks", "Networks", "guests");
            of.refs("runs", &G::runs, "run").asLine("runs", "Runs", "q2+q3");
            of.quantity("rate_bps", &G::rate).asLine("rate", "Rate, at least", "2.3g");
            of.quantity("size_bytes", &G::size).asLine("size", "Size of one copy", "80gb");
            of.quantity("within_s", &G::within)
                .between(0, 366 * 86400.0, " s")
                .asLine("within", "Time", "3min: a copy at most, a service at least");
            of.quantity("amount", &G::amount).asLine("amount", "Amount, at most", "450");
            of.day("until", &G::until).asLine("until", "Until", "2026-12-24; empty: open");
            of.text("variant", &G::variant).asLine("variant", "Variant", "none chosen");
            of.ref("cable_test", &G::cableTest, "cable-test").asLine("test", "Cable test that proves it", "none yet");
            of.ref("trial", &G::trial, "trial", WhenGone::Stays);
            of.day("since", &G::since).asLine("since", "Since", "2026-11-28");
            of.text("asked_by", &G::askedBy).asLine("asked-by", "Asked by", "the illustrator");
            of.text("note", &G::note).asLine("note", "Note");
        });
        kind.check = [](const void* row) -> std::optional<FieldProblem> {
            const G& goal = *static_cast<const G*>(row);
            const auto is = [&](GoalKind one) { return goal.kind == one; };
            if (is(GoalKind::Copy) && goal.within && !goal.size)
                return FieldProblem{"size_bytes",
                                    text::say("checks.size-of-a-copy", "is missing; say how much is copied")};
            if (is(GoalKind::Budget) && !goal.amount)
                return FieldProblem{"amount", text::say("checks.amount-of-a-goal", "is missing; say how much at most")};
            if (is(GoalKind::Day) && goal.until.empty())
                return FieldProblem{"until", text::say("checks.day-of-a-goal", "is missing; say by which day")};
            return {};
        };
        return std::move(kind)
            .calledBy("sentence")
            .inLines("goal")
            .listedAs("Goals", "What the house is to give, in the words of whoever asked, and as it was understood.");
    }();
    return kKind;
}

template <>
const Kind& kindOf<Service>()
{
    using S = Service;
    static const Kind kKind =
        described<S, &Plan::services>(
            "service", "services", "service",
            [](Fields<S>& of) {
                of.name("name", &S::name, "home fibre").asLine("name", "Name", "home fibre");
                of.word("kind", &S::kind, ServiceKind::Other).asLine("kind", "Kind");
                of.text("technology", &S::technology)
                    .asLine("technology", "Technology", "fibre, cable, VDSL, 5G radio: as the contract says");
                of.quantity("down_bps", &S::down).asLine("down", "Down", "1g or 250m; empty: not known");
                of.quantity("up_bps", &S::up).asLine("up", "Up", "1g or 250m; empty: not known");
                of.quantity("hand_off_bps", &S::handOff)
                    .asLine("hand-off", "Hand-off port", "the provider's port, such as 2.5g");
                of.ref("entry", &S::entry, "place").asLine("in", "Enters in", "not known");
                of.ref("device", &S::device, "device").asLine("box", "Provider's box", "not known");
                of.day("since", &S::since).asLine("since", "Since", "2026-11-28");
                of.quantity("fee", &S::fee).asLine("fee", "Fee a month", "29.90");
                of.quantity("unit_price", &S::unitPrice)
                    .asLine("unit-price", "Price of a unit", "of a kWh, or of each GB beyond what is included");
                of.quantity("included_bytes", &S::included)
                    .asLine("included", "Included a month", "50gb; empty: no limit");
                of.flag("backup", &S::isBackup).asLine("backup", "Second way");
                of.text("note", &S::note).asLine("note", "Note");
                of.sources("sources", &S::sources);
            })
            .uniqueNames()
            .inLines("service")
            .listedAs("Services", "What providers bring into the house: rate, hand-off port, and where it enters.");
    return kKind;
}

template <>
const Kind& kindOf<Network>()
{
    using N = Network;
    static const Kind kKind =
        described<N, &Plan::networks>(
            "network", "networks", "network",
            [](Fields<N>& of) {
                of.name("name", &N::name, "cameras").asLine("name", "Name", "cameras");
                of.count("tag", &N::tag).between(0, 4094).asLine("tag", "Tag", "1 to 4094; 0: never tagged");
                of.text("subnet", &N::subnet).asLine("subnet", "Subnet", "10.20.0.0/24");
                of.text("note", &N::note).asLine("note", "Note");
            })
            .uniqueNames()
            .inLines("network")
            .listedAs("Networks", "Networks on the same wires, with their tags; ports say which they carry.");
    return kKind;
}

template <>
const Kind& kindOf<Workload>()
{
    using W = Workload;
    static const Kind kKind =
        described<W, &Plan::workloads>(
            "workload", "workloads", "workload",
            [](Fields<W>& of) {
                of.needed("purpose", &W::purpose, "edit-4k")
                    .asLine("purpose", "Workload")
                    .pickStrictly(Choices::Purposes);
                of.ref("device", &W::device, "device").asLine("on", "On", "anything there").settle =
                    [](void* row, const Plan& plan) {
                        // Work on a device is done where the device stands.
                        auto& work = *static_cast<W*>(row);
                        if (const Device* device = plan.devices.find(work.device)) work.place = device->place;
                    };
                of.owner("place", &W::place, "place").asLine("in", "In");
                of.whole("count", &W::count).between(1, 10'000).asLine("count", "Count", "screens, cameras, streams");
                of.text("note", &W::note).asLine("note", "Note");
            })
            .calledBy("purpose")
            .inLinesAs([](const void* row, const Plan& plan) {
                const auto& work = *static_cast<const W*>(row);
                const Device* device = plan.devices.find(work.device);
                const Place* place = plan.places.find(work.place);
                return work.purpose + (work.device.isSet() ? " on " + (device ? device->name : std::string())
                                                           : " in " + (place ? place->name : std::string()));
            })
            .inLines("work")
            .listedAs("Workloads", "What runs where: the rate that a place needs follows from it.");
    return kKind;
}

template <>
const Kind& kindOf<StockItem>()
{
    using S = StockItem;
    static const Kind kKind =
        described<S, &Plan::stock>(
            "stock", "stock", "item in stock",
            [](Fields<S>& of) {
                of.name("name", &S::name, "Cat 6A jacks").asLine("name", "Name", "Cat 6A jacks");
                of.word("kind", &S::kind, StockKind::Ordered).asLine("kind", "Kind");
                of.whole("count", &S::count).between(0, 100'000).asLine("count", "Count", "pieces");
                of.quantity("length_m", &S::length).asLine("length", "Length left", "40m of a reel");
                of.text("part", &S::part)
                    .inSmallLetters()
                    .asLine("part", "Serves as", "nothing of the tables")
                    .pick(Choices::Parts);
                of.ref("place", &S::place, "place").asLine("in", "Where", "not known");
                of.text("state", &S::state).asLine("state", "State", "battery low");
                of.day("due", &S::due).asLine("due", "Due", "2026-12-24: to be given back, to arrive");
                of.text("note", &S::note).asLine("note", "Note");
            })
            .inLines("spare tool borrowed ordered stock")
            .listedAs("Spares and tools", "Spares, ends of reels, tools, and what is on loan or ordered.");
    return kKind;
}

template <>
const Kind& kindOf<LooseEnd>()
{
    using L = LooseEnd;
    static const Kind kKind =
        described<L, &Plan::looseEnds>(
            "loose-end", "loose_ends", "loose end",
            [](Fields<L>& of) {
                of.needed("text", &L::text, "cable along the stairs, to go into the wall")
                    .asLine("text", "What", "cable along the stairs, to go into the wall");
                of.word("kind", &L::kind, LooseEndKind::Open).asLine("kind", "Kind");
                of.text("why", &L::why).asLine("why", "Why", "the reason of a compromise");
                of.about("about", &L::about).asLine("about", "About", "run q2, device core, place attic");
                of.day("review", &L::review).asLine("review", "Review date", "2027-01-15");
                of.flag("done", &L::isDone).asLine("done", "Done");
            })
            .calledBy("text")
            .inLines("temporary compromise open")
            .listedAs("Loose ends",
                      "What is temporary, what is a compromise and why, and what is open; with a review date.");
    return kKind;
}

template <>
const Kind& kindOf<Access>()
{
    using A = Access;
    static const Kind kKind = [] {
        Kind kind = described<A, &Plan::accesses>("access", "accesses", "address", [](Fields<A>& of) {
            of.owner("device", &A::device, "device").asLine("device", "Device");
            of.text("address", &A::address).asLine("address", "Address", "10.20.0.2; several with blanks between");
            of.text("hardware", &A::hardware)
                .inSmallLetters()
                .asLine("hardware", "Hardware address", "02:00:5e:10:00:01");
            of.ref("network", &A::network, "network").asLine("network", "Network", "not known");
            of.text("way_in", &A::wayIn).asLine("way-in", "Way in", "https, port 443");
            of.text("log_in", &A::logIn).asLine("log-in", "Login hint", "a user name; never a password");
            of.text("password_at", &A::passwordAt).asLine("password-at", "Password kept in", "book in the desk");
            of.text("note", &A::note).asLine("note", "Note");
        });
        kind.isPrivate = true;
        kind.check = [](const void* row) -> std::optional<FieldProblem> {
            const A& access = *static_cast<const A*>(row);
            if (!access.address.empty() || !access.hardware.empty() || !access.wayIn.empty() || !access.logIn.empty() ||
                !access.passwordAt.empty() || !access.note.empty())
                return {};
            return FieldProblem{"address", text::say("checks.access-says-nothing",
                                                     "is missing, as is all else; type an address or how one gets in")};
        };
        return std::move(kind)
            .calledBy("address")
            .speaksOf("device")
            .inLinesAs([](const void* row, const Plan& plan) {
                const Device* device = plan.devices.find(static_cast<const A*>(row)->device);
                return device ? device->name : std::string();
            })
            .inLines("address")
            .listedAs("Addresses", "How devices are reached. Private: left out of exports. Never a password.");
    }();
    return kKind;
}

template <>
const Kind& kindOf<Photo>()
{
    using P = Photo;
    static const Kind kKind = [] {
        Kind kind = described<P, &Plan::photos>("photo", "photos", "photo", [](Fields<P>& of) {
            of.text("caption", &P::caption).asLine("caption", "Caption", "what is to be seen");
            of.about("about", &P::about).asLine("about", "About", "run q2, port core 4, place attic");
            of.word("found", &P::found, Inspection::Other).silent("none").asLine("found", "Visual inspection");
            of.day("on", &P::on).asLine("on", "On", "2026-11-28");
            of.text("jpeg", &P::jpeg).is(TextKind::Raw);
        });
        kind.check = [](const void* row) { return problemOfPhoto(*static_cast<const P*>(row)); };
        return std::move(kind).calledBy("caption").inLines("photo").listedAs(
            "Photos", "Pictures and visual inspections. The place they were taken at is removed.");
    }();
    return kKind;
}

template <>
const Kind& kindOf<DeviceKind>()
{
    using K = DeviceKind;
    static const Kind kKind =
        described<K, &Plan::deviceKinds>(
            "device-kind", "device_kinds", "kind of device",
            [](Fields<K>& of) {
                of.name("name", &K::name, "my 8-port switch").asLine("name", "Name", "my 8-port switch");
                of.needed("line", &K::line, "switch: 8x rj45 2.5g, 2x sfp+")
                    .asLine("line", "As a line", "switch: 8x rj45 2.5g, 2x sfp+");
            })
            .uniqueNames()
            .inLines("kind")
            .listedAs("Kinds of device", "Devices that come back, described once: “my 8-port switch”.");
    return kKind;
}

template <>
const Kind& kindOf<Circuit>()
{
    using C = Circuit;
    static const Kind kKind =
        described<C, &Plan::circuits>(
            "circuit", "circuits", "circuit",
            [](Fields<C>& of) {
                of.name("name", &C::name, "desk").asLine("name", "Name", "desk");
                of.quantity("breaker_a", &C::breaker).between(0.1, 1000, " A").asLine("breaker", "Breaker, A", "16");
                of.quantity("volts", &C::volts).between(12, 1000, " V").asLine("volts", "Mains, V", "230 or 120");
                of.ref("place", &C::place, "place").asLine("in", "Breaker is in", "not known");
                of.text("note", &C::note).asLine("note", "Note");
                of.sources("sources", &C::sources);
            })
            .uniqueNames()
            .inLines("circuit")
            .listedAs("Circuits", "Branch circuits of the mains, each behind its breaker.");
    return kKind;
}

template <>
const Kind& kindOf<Outlet>()
{
    using O = Outlet;
    static const Kind kKind = [] {
        Kind kind = described<O, &Plan::outlets>("outlet", "outlets", "outlet", [](Fields<O>& of) {
            of.name("name", &O::name, "bench").asLine("name", "Name", "bench");
            of.word("kind", &O::kind, OutletKind::Strip).asLine("kind", "Kind");
            of.ref("place", &O::place, "place").asLine("in", "In", "not known");
            of.ref("circuit", &O::circuit, "circuit").asLine("circuit", "On circuit", "not known");
            of.ref("plugged_into", &O::pluggedInto, "outlet").asLine("into", "Strip is plugged into", "not a strip");
            of.ref("battery", &O::battery, "device")
                .asLine("battery", "Or into battery unit", "none")
                .pick(Choices::Batteries);
            of.whole("sockets", &O::sockets).between(1, 48).asLine("sockets", "Sockets", "1 to 48");
            of.quantity("rating_w", &O::rating)
                .between(1, 100'000, " W")
                .asLine("rating", "May carry, W", "as printed on it");
            of.text("note", &O::note).asLine("note", "Note");
            of.sources("sources", &O::sources);
        });
        kind.check = [](const void* row) -> std::optional<FieldProblem> {
            const O& outlet = *static_cast<const O*>(row);
            if (outlet.circuit.isSet() + outlet.pluggedInto.isSet() + outlet.battery.isSet() <= 1) return {};
            return FieldProblem{
                "plugged_into",
                text::say("checks.outlet-fed-twice",
                          "names more than one of circuit, outlet and battery unit; keep the one it hangs on")};
        };
        return std::move(kind)
            .uniqueNames()
            .inLines("outlet strip")
            .listedAs("Outlets and strips",
                      "Wall outlets by circuit, and strips by what they are plugged into. Devices name them in "
                      "“Powered by”.");
    }();
    return kKind;
}

}  // namespace sokudo::plan
