// SPDX-License-Identifier: GPL-3.0-or-later
// What the fields of a service, a network and the other records may hold.
#include <algorithm>

#include "core/plan/field_checks.h"

namespace sokudo::plan {

using namespace fieldchecks;

namespace {

constexpr std::size_t kLargestPicture = 700'000;  ///< characters of base64: half a megabyte of picture

auto subject(const std::optional<Subject>& about)
{
    return [&about]() -> Problem {
        if (!about || (!about->kind.empty() && about->id > 0)) return {};
        return problem("about", text::say("checks.names-no-object", "names no object; leave it out or pick one"));
    };
}

}  // namespace

Problem problemOf(const Service& service)
{
    return firstOf(name("name", service.name, "home fibre"), free("technology", service.technology),
                   rate("down_bps", service.down), rate("up_bps", service.up), rate("hand_off_bps", service.handOff),
                   day("since", service.since), money("fee", service.fee), money("unit_price", service.unitPrice),
                   size("included_bytes", service.included), free("note", service.note), sources(service.sources));
}

Problem problemOf(const Network& network)
{
    return firstOf(name("name", network.name, "cameras"), within("tag", network.tag, 0, 4094),
                   free("subnet", network.subnet), free("note", network.note));
}

Problem problemOf(const Workload& workload)
{
    return firstOf(needed("purpose", workload.purpose, "edit-4k"), within("count", workload.count, 1, 10000),
                   free("note", workload.note));
}

Problem problemOf(const StockItem& item)
{
    return firstOf(name("name", item.name, "Cat 6A jacks"), within("count", item.count, 0, 100000),
                   length("length_m", item.length), free("state", item.state), day("due", item.due),
                   free("note", item.note));
}

Problem problemOf(const LooseEnd& end)
{
    return firstOf(needed("text", end.text, "cable along the stairs, to go into the wall"), free("why", end.why),
                   day("review", end.review), subject(end.about));
}

Problem problemOf(const Access& access)
{
    const auto something = [&]() -> Problem {
        if (!access.address.empty() || !access.hardware.empty() || !access.wayIn.empty() || !access.logIn.empty() ||
            !access.passwordAt.empty() || !access.note.empty())
            return {};
        return problem("address", text::say("checks.access-says-nothing",
                                            "is missing, as is all else; type an address or how one gets in"));
    };
    return firstOf(something, free("address", access.address), free("hardware", access.hardware),
                   free("way_in", access.wayIn), free("log_in", access.logIn), free("password_at", access.passwordAt),
                   free("note", access.note));
}

namespace {
/// The first three bytes of every JPEG file are FF D8 FF: “/9j/” in base64. @source rfc-4648
bool isJpeg(const std::string& base64)
{
    constexpr std::string_view kSigns = "ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789+/=\r\n";
    return base64.starts_with("/9j/") && base64.find_first_not_of(kSigns) == std::string::npos;
}
}  // namespace

Problem problemOf(const Photo& photo)
{
    const auto picture = [&]() -> Problem {
        if (photo.jpeg.size() > kLargestPicture)
            return problem("jpeg", text::say("checks.picture-too-large",
                                             "is larger than half a megabyte; add it again, and it is made smaller"));
        if (!photo.jpeg.empty() && !isJpeg(photo.jpeg))
            return problem("jpeg", text::say("checks.is-no-picture",
                                             "is no JPEG picture in base64; add the picture again from its file"));
        if (photo.jpeg.empty() && photo.found == Inspection::None && text::trimmed(photo.caption).empty())
            return problem("caption", text::say("checks.photo-says-nothing",
                                                "is missing, and there is no picture; say what was seen"));
        return {};
    };
    return firstOf(picture, free("caption", photo.caption), day("on", photo.on), subject(photo.about));
}

Problem problemOf(const DeviceKind& kind)
{
    return firstOf(name("name", kind.name, "my 8-port switch"),
                   needed("line", kind.line, "switch: 8x rj45 2.5g, 2x sfp+"));
}

Problem problemOf(const Circuit& circuit)
{
    return firstOf(name("name", circuit.name, "desk"), between("breaker_a", circuit.breaker, 0.1, 1000.0, " A"),
                   between("volts", circuit.volts, 12.0, 1000.0, " V"), free("note", circuit.note),
                   sources(circuit.sources));
}

Problem problemOf(const Outlet& outlet)
{
    const auto oneWay = [&]() -> Problem {
        const int ways = outlet.circuit.isSet() + outlet.pluggedInto.isSet() + outlet.battery.isSet();
        if (ways <= 1) return {};
        return problem("plugged_into",
                       text::say("checks.outlet-fed-twice",
                                 "names more than one of circuit, outlet and battery unit; keep the one it hangs on"));
    };
    return firstOf(name("name", outlet.name, "bench"), within("sockets", outlet.sockets, 1, 48),
                   between("rating_w", outlet.rating, 1.0, 100000.0, " W"), oneWay, free("note", outlet.note),
                   sources(outlet.sources));
}

namespace {

auto currency(const std::string& value)
{
    return [&value]() -> Problem {
        const auto isLetter = [](char c) { return c >= 'A' && c <= 'Z'; };
        if (value.empty() || (value.size() == 3 && std::all_of(value.begin(), value.end(), isLetter))) return {};
        return problem("currency", text::say("checks.is-no-currency",
                                             "“{}” is no currency; write its ISO 4217 code, such as EUR", value));
    };
}

}  // namespace

Problem problemOf(const Offer& offer)
{
    const auto priced = [&]() -> Problem {
        if (offer.price || offer.stock == Availability::Out || offer.stock == Availability::Waiting) return {};
        return problem("price", text::say("checks.an-offer-needs-a-price", "is missing; type what one buy costs"));
    };
    return firstOf(needed("part", offer.part, "10gbase-sr"), free("name", offer.name),
                   within("pack", offer.pack, 1, 10000), length("length_m", offer.length), priced,
                   money("price", offer.price), money("before", offer.before), currency(offer.currency),
                   free("seller", offer.seller), day("on", offer.on), day("until", offer.until),
                   free("substitute", offer.substitute), free("note", offer.note));
}

Problem problemOf(const Purchase& purchase)
{
    return firstOf(name("name", purchase.name, "10GBASE-SR modules"), free("part", purchase.part),
                   within("count", purchase.count, 1, 100000), length("length_m", purchase.length),
                   money("price", purchase.price), currency(purchase.currency), free("seller", purchase.seller),
                   day("on", purchase.on), day("due", purchase.due), free("note", purchase.note));
}

Problem problemOf(const Currency& one)
{
    const auto isCode = [&]() -> Problem {
        auto wrong = currency(one.name)();
        if (wrong) wrong->field = "name";
        return wrong;
    };
    return firstOf(name("name", one.name, "EUR"), isCode, between("rate", one.rate, 1e-6, 1e6, ""), day("on", one.on));
}

Problem problemOf(const Budget& budget)
{
    return firstOf(name("name", budget.name, "this winter"), money("amount", budget.amount),
                   money("monthly", budget.monthly), day("since", budget.since));
}

}  // namespace sokudo::plan
