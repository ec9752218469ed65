// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/formulas/framing.h"
#include "core/kb/stage_rows.h"
#include "core/match/rule.h"

namespace sokudo::match {
namespace {

/// The row of an adapter of this rate on this bus; else the bus carries what it is called after.
const kb::UsbLink* rowOf(const kb::KnowledgeBase& kb, BitRate enumerated, BitRate adapter)
{
    for (const kb::UsbLink& row : kb.all<kb::UsbLink>())
        if (row.enumerated == enumerated && row.adapter == adapter) return &row;
    return nullptr;
}

std::optional<Outcome> judge(const LinkEnd& end, const LinkContext& link, LinkPart part)
{
    if (!end.port || !link.common) return std::nullopt;
    const auto bus = end.port->traits.as<BitRate>("usb");
    const auto need = formulas::goodput(*link.common);
    if (!bus || !need) return std::nullopt;
    const kb::UsbLink* row = rowOf(link.kb, *bus, *link.common);
    // A slower bus never carries the link; of one that is as fast, its row says what adapters reach at best.
    const BitRate carries = row ? row->carries.high : *bus;
    const Cited from = row ? Cited(row->from) : Cited("usb-3.2", Certainty::Typical);
    const text::Args args{
        {"end", end.name}, {"bus", *bus}, {"carries", text::rate(carries, 3)}, {"link", *link.common}};
    if (*bus >= *link.common && carries >= *need)
        return Outcome{Verdict::Fits, {},   "the USB of {end} enumerates at {bus}: enough for {link}", args, from,
                       part,          "usb"};
    return Outcome{Verdict::Limited,
                   std::min(*link.common, *bus),
                   "{link} on the wire, but the USB of {end} enumerates at {bus} and carries {carries} at best",
                   args,
                   from,
                   part,
                   "usb"};
}

Outcomes check(const LinkContext& link)
{
    Outcomes found;
    if (auto outcome = judge(link.a, link, LinkPart::SlotA)) found.push_back(std::move(*outcome));
    if (auto outcome = judge(link.b, link, LinkPart::SlotB)) found.push_back(std::move(*outcome));
    return found;
}

}  // namespace

constinit const Rule kUsbBus{
    .id = "usb-bus",
    .title = "The USB of the adapter is as fast as its port",
    .why = "An adapter links at its full rate on a slow USB port and moves a part of it.",
    .clauses = "",
    .check = &check,
};

}  // namespace sokudo::match
