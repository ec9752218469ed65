// SPDX-License-Identifier: GPL-3.0-or-later
// Services, networks, work, stock, loose ends, addresses and photos in a line.
#include <fmt/format.h>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/editline/put_record.h"

namespace sokudo::editline {
namespace {

Done addWork(Draft& draft, Words& words)
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

Done addAddress(Draft& draft, Words& words)
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
Done addPhoto(Draft& draft, Words& words)
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
Done addOutlet(Draft& draft, Words& words, plan::OutletKind kind)
{
    plan::Outlet outlet;
    outlet.kind = kind;
    outlet.sockets = kind == plan::OutletKind::Strip ? 6 : 2;
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

/// Offers, purchases, currencies and budgets. Nothing: another kind of record.
std::optional<Done> addTradeRecord(Draft& draft, Words& words, std::string_view kind)
{
    if (kind == "offer") {
        plan::Offer offer;
        if (words.peek().text.find('=') == std::string::npos) offer.name = words.until({});
        return put(draft, words, "offer", std::move(offer), [](const plan::Offer& one) {
            return fmt::format("noted an offer of {}", one.name.empty() ? one.part : one.name);
        });
    }
    if (kind == "purchase") {
        plan::Purchase purchase;
        purchase.name = words.until({});
        return put(draft, words, "purchase", std::move(purchase), [](const plan::Purchase& one) {
            return fmt::format("noted {} × {} as {}", one.count, one.name, code(one.status));
        });
    }
    if (kind == "currency") {
        plan::Currency currency;
        currency.name = words.until({});
        return put(draft, words, "currency", std::move(currency),
                   [](const plan::Currency& one) { return "added currency " + one.name; });
    }
    if (kind == "budget") {
        plan::Budget budget;
        budget.name = words.until({});
        return put(draft, words, "budget", std::move(budget),
                   [](const plan::Budget& one) { return "added budget " + one.name; });
    }
    return std::nullopt;
}

}  // namespace

Done addRecord(Draft& draft, Words& words, std::string_view kind)
{
    if (kind == "work") return addWork(draft, words);
    if (kind == "address") return addAddress(draft, words);
    if (kind == "photo") return addPhoto(draft, words);
    if (kind == "service") {
        plan::Service service;
        service.name = words.until({});
        return put(draft, words, "service", std::move(service),
                   [](const plan::Service& one) { return "added service " + one.name; });
    }
    if (kind == "network") {
        plan::Network network;
        network.name = words.until({});
        return put(draft, words, "network", std::move(network), [](const plan::Network& one) {
            return fmt::format("added network {}{}", one.name, one.tag ? fmt::format(", tag {}", one.tag) : "");
        });
    }
    if (kind == "circuit") {
        plan::Circuit circuit;
        circuit.name = words.until({});
        return put(draft, words, "circuit", std::move(circuit),
                   [](const plan::Circuit& one) { return "added circuit " + one.name; });
    }
    if (auto trade = addTradeRecord(draft, words, kind)) return std::move(*trade);
    if (auto build = addBuildRecord(draft, words, kind)) return std::move(*build);
    if (kind == "outlet") return addOutlet(draft, words, plan::OutletKind::Wall);
    if (kind == "strip") return addOutlet(draft, words, plan::OutletKind::Strip);
    if (const auto stock = plan::stockKindFromCode(kind)) {
        plan::StockItem item;
        item.kind = *stock;
        item.name = words.until({});
        return put(draft, words, "stock", std::move(item), [](const plan::StockItem& one) {
            return fmt::format("added {} × {} to the stock", one.count, one.name);
        });
    }
    plan::LooseEnd end;
    end.kind = *plan::looseEndKindFromCode(kind);
    end.text = words.until({});
    return put(draft, words, "loose-end", std::move(end),
               [](const plan::LooseEnd& one) { return fmt::format("noted as {}: {}", code(one.kind), one.text); });
}

}  // namespace sokudo::editline
