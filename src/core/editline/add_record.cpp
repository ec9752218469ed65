// SPDX-License-Identifier: GPL-3.0-or-later
// A record in a line: by its name and the fields of its description, or as its kind has it.
#include <algorithm>

#include <fmt/format.h>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/editline/put_record.h"

namespace sokudo::editline {
namespace {

Done addWork(Draft& draft, Words& words, std::string_view)
{
    plan::Workload work;
    const Word purpose = words.peek();
    const std::string name = words.until({"in", "on"});
    const Field known = setField(plan::kindOf<plan::Workload>(), &work, Property{"purpose", name, purpose}, draft);
    if (!known)
        return tl::unexpected(Words::wrongAt(
            purpose, text::say("add-record.work-is", "what is done is not known: {}", known.error().what.text())));
    if (words.take("on")) {
        const auto device = takeDevice(words, draft.plan);
        if (!device) return tl::unexpected(device.error());
        work.device = *device;
        work.place = draft.plan.devices.find(*device)->place;
    } else if (words.take("in")) {
        const auto place = takePlace(words, draft.plan);
        if (!place) return tl::unexpected(place.error());
        work.place = *place;
    } else {
        return tl::unexpected(
            words.wrong(text::say("add-record.where-is-it-done", "say where: add work edit-4k in study")));
    }
    return put(draft, words, "workload", std::move(work), [&](const plan::Workload& one) {
        return fmt::format("added {} × {} in {}", one.count, one.purpose, draft.plan.places.find(one.place)->name);
    });
}

Done addAddress(Draft& draft, Words& words, std::string_view)
{
    plan::Access access;
    const auto device = takeDevice(words, draft.plan);
    if (!device) return tl::unexpected(device.error());
    access.device = *device;
    while (!words.isAtEnd() && !words.isNext({","}) && words.peek().text.find('=') == std::string::npos)
        access.address += (access.address.empty() ? "" : " ") + words.next().text;
    return put(draft, words, "access", std::move(access), [&](const plan::Access& one) {
        return fmt::format("noted how {} is reached", draft.plan.devices.find(one.device)->name);
    });
}

/// "photo of q2: bent pin": what it shows and what is to be seen on it.
Done addPhoto(Draft& draft, Words& words, std::string_view)
{
    plan::Photo photo;
    if (words.take("of")) {
        const auto about = takeSubject(words, draft.plan);
        if (!about) return tl::unexpected(about.error());
        photo.about = *about;
        words.take(":");
    }
    photo.caption = words.until({});
    return put(draft, words, "photo", std::move(photo),
               [](const plan::Photo& one) { return "added photo " + one.caption; });
}

/// "outlet bench in Study, circuit=desk", "strip rack in R1, battery=battery-a sockets=6".
Done addOutlet(Draft& draft, Words& words, std::string_view word)
{
    plan::Outlet outlet;
    outlet.kind = word == "strip" ? plan::OutletKind::Strip : plan::OutletKind::Wall;
    outlet.sockets = outlet.kind == plan::OutletKind::Strip ? 6 : 2;
    outlet.name = words.until({"in"});
    if (words.take("in")) {
        const auto place = takePlace(words, draft.plan);
        if (!place) return tl::unexpected(place.error());
        outlet.place = *place;
    }
    return put(draft, words, "outlet", std::move(outlet), [](const plan::Outlet& one) {
        return fmt::format("added {} {} with {} {}", one.kind == plan::OutletKind::Strip ? "strip" : "outlet", one.name,
                           one.sockets, one.sockets == 1 ? "socket" : "sockets");
    });
}

Done addOffer(Draft& draft, Words& words, std::string_view)
{
    plan::Offer offer;
    if (words.peek().text.find('=') == std::string::npos) offer.name = words.until({});
    return put(draft, words, "offer", std::move(offer), [](const plan::Offer& one) {
        return fmt::format("noted an offer of {}", one.name.empty() ? one.part : one.name);
    });
}

Done addPurchase(Draft& draft, Words& words, std::string_view)
{
    plan::Purchase purchase;
    purchase.name = words.until({});
    return put(draft, words, "purchase", std::move(purchase), [](const plan::Purchase& one) {
        return fmt::format("noted {} × {} as {}", one.count, one.name, code(one.status));
    });
}

Done addNetwork(Draft& draft, Words& words, std::string_view)
{
    plan::Network network;
    network.name = words.until({});
    return put(draft, words, "network", std::move(network), [](const plan::Network& one) {
        return fmt::format("added network {}{}", one.name, one.tag ? fmt::format(", tag {}", one.tag) : "");
    });
}

Done addStock(Draft& draft, Words& words, std::string_view word)
{
    plan::StockItem item;
    if (const auto kind = plan::stockKindFromCode(word)) item.kind = *kind;
    item.name = words.until({});
    return put(draft, words, "stock", std::move(item), [](const plan::StockItem& one) {
        return fmt::format("added {} × {} to the stock", one.count, one.name);
    });
}

Done addLooseEnd(Draft& draft, Words& words, std::string_view word)
{
    plan::LooseEnd end;
    if (const auto kind = plan::looseEndKindFromCode(word)) end.kind = *kind;
    end.text = words.until({});
    return put(draft, words, "loose-end", std::move(end),
               [](const plan::LooseEnd& one) { return fmt::format("noted as {}: {}", code(one.kind), one.text); });
}

/// A kind of device is what a device is like; a line cannot say all of that.
Done addDeviceKind(Draft&, Words& words, std::string_view)
{
    return tl::unexpected(words.wrong(text::say(
        "add-record.keep-a-device", "a kind of device is kept from a device: keep core as my 8-port switch")));
}

/// Kinds whose lines say more than a name and fields.
using Add = Done (*)(Draft&, Words&, std::string_view word);
constexpr std::pair<std::string_view, Add> kOwnLines[] = {
    {"workload", addWork},      {"access", addAddress},        {"photo", addPhoto},     {"outlet", addOutlet},
    {"offer", addOffer},        {"purchase", addPurchase},     {"network", addNetwork}, {"stock", addStock},
    {"loose-end", addLooseEnd}, {"cable-test", addTest},       {"tick", addTick},       {"setting", addSetting},
    {"day-mark", addMark},      {"device-kind", addDeviceKind}};

/// "budget reserve, amount=200": what comes first goes into its first field, then field by field.
Done addByName(Draft& draft, Words& words, const plan::Kind& kind)
{
    const plan::Field* first = lineNameField(kind);
    const Word at = words.peek();
    const auto rows = kind.row.list();
    void* record = rows->add();
    if (const Field named = setField(kind, record, Property{first->line, words.until({}), at}, draft); !named)
        return tl::unexpected(named.error());
    if (auto error = takeProperties(words, kind, record, draft)) return tl::unexpected(*error);
    const auto id = draft.ids.next<Id<plan::Subject>>();
    kind.row.setId(record, id.value);
    const std::string done = fmt::format("added {} {}", kind.word, lineName(kind, record, draft.plan));
    if (auto error = draft.take(plan::edits::putRecord(draft.plan, kind, record))) return tl::unexpected(*error);
    draft.touch(kind.name, id);
    return done;
}

}  // namespace

Done addRecord(Draft& draft, Words& words, const plan::Kind& kind)
{
    const std::string word = text::lower(words.next().text);
    for (const auto& [name, add] : kOwnLines)
        if (name == kind.name) return add(draft, words, word);
    return addByName(draft, words, kind);
}

}  // namespace sokudo::editline
