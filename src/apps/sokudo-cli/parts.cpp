// SPDX-License-Identifier: GPL-3.0-or-later
#include <CLI/CLI.hpp>
#include <fmt/format.h>

#include "cli.h"
#include "core/base/text.h"
#include "core/match/parts_list.h"
#include "core/quick/marks.h"

namespace sokudo::cli {

void addParts(CLI::App& app, Context& context)
{
    auto* verb = app.add_subcommand("parts", "Modules, cables and ports of a project by kind, and the best use of free ports");
    auto file = std::make_shared<std::string>();
    verb->add_option("FILE", *file, "project or exported JSON")->required();
    verb->callback([file, &context] {
        context.run = [file, &context] {
            const auto project = openProject(*file, context);
            if (!project) return fail(project.error());
            const match::PartsList list = match::partsList(project->plan, context.kb);
            if (context.json) {
                Json made{{"modules", Json::array()}, {"cables", Json::array()}, {"devices", Json::array()}, {"links_without_modules", list.linksWithoutModules}};
                for (const auto& row : list.modules) made["modules"].push_back({{"id", row.kind->id}, {"count", row.inPlace}, {"watts", row.kind->power.in() * row.inPlace}});
                for (const auto& row : list.cables) made["cables"].push_back({{"id", row.medium->id}, {"runs", row.runs}, {"length_m", row.length.in()}, {"unmeasured", row.unmeasured}});
                for (const auto& device : list.devices) {
                    Json one{{"name", device.device}, {"ports", Json::array()}};
                    for (const auto& row : device.rows) one["ports"].push_back({{"rate_bps", row.rate.steps()}, {"cage", row.cage}, {"free", row.free}, {"used", row.used}, {"best_use", row.bestUse}});
                    made["devices"].push_back(one);
                }
                made["cards"] = Json::array();
                for (const auto& card : list.cards)
                    made["cards"].push_back({{"device", card.device}, {"slot", card.slot}, {"card", card.card}, {"ports", card.ports}, {"ports_bps", card.sum.steps()}, {"bus_bps", card.carries ? Json(card.carries->steps()) : Json(nullptr)}, {"enough", card.isEnough()}});
                print(made);
                return kFine;
            }
            for (const auto& row : list.modules) print(fmt::format("{} × {}", row.inPlace, row.kind->name));
            for (const auto& row : list.cables) print(fmt::format("{} × {}, {} in all{}", row.runs, row.medium->name, text::length(row.length), row.unmeasured > 0 ? fmt::format(", {} not measured", row.unmeasured) : std::string()));
            for (const auto& card : list.cards)
                print(fmt::format("{}, {} in slot {}: {} {}, {} in all; the bus {}", card.device, card.card, card.slot, card.ports, card.ports == 1 ? "port" : "ports", text::linkRate(card.sum), !card.carries ? "was never read" : fmt::format("carries {}{}", text::rate(*card.carries, 3), card.isEnough() ? "" : ": not all at once")));
            if (list.linksWithoutModules > 0) print(fmt::format("{} links lack a module", list.linksWithoutModules));
            for (const auto& device : list.devices)
                for (const auto& row : device.rows) print(fmt::format("{}: {} {}, {} free of {}{}", device.device, row.cage, text::linkRate(row.rate), row.free, row.free + row.used, row.free > 0 ? "; good for " + row.bestUse : std::string()));
            return kFine;
        };
    });
}

void addRead(CLI::App& app, Context& context)
{
    auto* verb = app.add_subcommand("read", "What the marks on a port, a module, a jacket or a shelf label tell");
    auto label = std::make_shared<std::string>();
    verb->add_option("LABEL", *label, "as printed, such as \"10G-LR 1310nm\" or \"Cat 6A F/UTP\"")->required();
    verb->callback([label, &context] {
        context.run = [label, &context] {
            const auto read = quick::readLabel(*label, context.kb);
            if (!read) return fail(read.error());
            if (context.json) {
                Json made{{"rate_bps", read->rate ? Json(read->rate->steps()) : Json(nullptr)}, {"sentence", plain(read->sentence)}, {"marks", Json::array()}, {"unknown", read->unknown}};
                for (const auto& one : read->known)
                    made["marks"].push_back({{"word", one.word}, {"on", one.mark->on}, {"means", one.mark->means}, {"beware", one.mark->beware}, {"source", context.kb.citation(one.mark->from.source)}});
                print(made);
                return kFine;
            }
            print(read->sentence);
            for (const auto& one : read->known) {
                print(fmt::format("  {}: {}{} [{}]", one.word, one.mark->means, one.mark->beware.empty() ? "" : "; beware: " + one.mark->beware, context.kb.citation(one.mark->from.source)));
                if (const kb::MediumNote* note = context.kb.mediumNote(one.mark->id)) print(fmt::format("    built: {}. {}", note->build, note->mechanics));
            }
            for (const std::string& word : read->unknown) print("  " + word + ": tells nothing that Sokudo knows");
            return kFine;
        };
    });
}

}  // namespace sokudo::cli
