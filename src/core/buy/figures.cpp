// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/buy/figures.h"

#include <algorithm>
#include <set>

#include "core/base/text.h"
#include "core/kb/trade_rows.h"
#include "core/power/feeds.h"
#include "core/power/single_points.h"

namespace sokudo::buy {
namespace {

constexpr double kWeeksPerYear = 52;

JobFigure jobFigure(const plan::Plan& plan, const kb::KnowledgeBase& kb, const match::Reports& reports,
                    const plan::RegularJob& job)
{
    JobFigure figure{job.name};
    if (!plan.devices.has(job.from) || !plan.devices.has(job.to)) return figure;
    const expect::Upgrade found = expect::upgradeOf(plan, kb, reports, job);
    if (!found.problem.empty()) {
        figure.limitedBy = found.problem.text();
        return figure;
    }
    figure.rate = found.now.typical;
    figure.limitedBy = found.limitedBy;
    if (found.needs) figure.isEnough = found.isEnough;
    else figure.each = found.each;
    return figure;
}

double minutesOfWork(const kb::KnowledgeBase& kb, std::string_view work)
{
    const kb::Labour* row = kb.find<kb::Labour>(work);
    return row ? row->minutes : 0;
}

/// Ports of devices that carry data of their own or of others, at their fastest.
std::size_t portsOf(const plan::Plan& plan)
{
    return static_cast<std::size_t>(std::count_if(plan.ports.begin(), plan.ports.end(), [&](const plan::Port& port) {
        const plan::Device* device = plan.devices.find(port.device);
        return device && !plan::isPassive(device->role) && !port.splitOf.isSet();
    }));
}

BitRate sumOfRates(const match::Reports& reports)
{
    BitRate sum;
    for (const match::LinkReport& report : reports)
        if (report.rate && report.link.b.isSet()) sum = sum + *report.rate;
    return sum;
}

std::optional<Money> shareOf(Money cost, double units)
{
    return units > 0 && cost > Money{} ? std::optional(Money::of(cost.in() / units)) : std::nullopt;
}

void perUnit(VariantFigures& of, const plan::Plan& house, const plan::Plan& variant, const match::Reports& before,
             const match::Reports& after, const std::vector<JobFigure>& jobsBefore)
{
    const Money cost = of.list.spending.toBuy;
    of.perGbit = shareOf(cost, inGigabits(sumOfRates(after) - sumOfRates(before)));
    of.perPort = shareOf(cost, static_cast<double>(portsOf(variant)) - static_cast<double>(portsOf(house)));
    of.perHour = shareOf(cost, of.hoursPerYear);
    if (!of.jobs.empty() && of.jobs.front().rate && jobsBefore.front().rate)
        of.perMeasuredMbit = shareOf(cost, 1000 * inGigabits(*of.jobs.front().rate - *jobsBefore.front().rate));
}

}  // namespace

double minutesOf(const plan::Plan& variant, const Takings& takings, const kb::KnowledgeBase& kb)
{
    double minutes = 0;
    std::set<std::int64_t> counted;
    const auto ofPart = [&](const std::string& id, int count) {
        const auto part = partOf(kb, id);
        if (!part) return;
        if (part->kind == PartKind::Module) minutes += count * minutesOfWork(kb, "module");
        else if (part->kind == PartKind::Card) minutes += count * minutesOfWork(kb, "move-card");
        else if (part->kind == PartKind::Switch) minutes += count * minutesOfWork(kb, "mount-switch");
        else if (const auto* box = kb.find<kb::MediaConverter>(id)) minutes += count * box->minutes;
    };
    for (const Need& need : takings.needs) {
        ofPart(need.part, need.count);
        const plan::Run* run = need.object.kind == "run" ? variant.runs.find({need.object.id}) : nullptr;
        const kb::Supply* supply = run ? kb.find<kb::Supply>(run->medium) : nullptr;
        if (!supply || !counted.insert(need.object.id).second) continue;
        minutes += isLead(variant, *run, kb)
                       ? supply->minutesCord
                       : supply->minutesEach + supply->minutesPerMetre * run->length.value_or(Length{}).in();
    }
    for (const LeftOver& one : takings.reused) ofPart(one.part, one.count);
    return minutes;
}

Result<VariantFigures> figuresOf(const plan::Plan& house, const plan::Plan& variant, const kb::KnowledgeBase& kb,
                                 const ListQuestion& asked)
{
    VariantFigures of;
    of.name = asked.variant;
    auto list = buyList(house, variant, kb, asked);
    if (!list) return tl::unexpected(list.error());
    of.list = std::move(*list);
    const match::Reports before = match::judgeAll(house, kb), after = match::judgeAll(variant, kb);
    std::vector<JobFigure> jobsBefore;
    for (const plan::RegularJob& job : house.jobs) {
        jobsBefore.push_back(jobFigure(house, kb, before, job));
        of.jobs.push_back(jobFigure(variant, kb, after, job));
        if (jobsBefore.back().each && of.jobs.back().each)
            of.hoursPerYear +=
                (jobsBefore.back().each->in() - of.jobs.back().each->in()) * job.perWeek * kWeeksPerYear / 3600;
    }
    for (const match::LinkReport& report : after) {
        if (!report.link.b.isSet()) continue;
        ++of.links;
        if (report.verdict > Verdict::Limited) ++of.bad;
        if (report.rate && report.verdict <= Verdict::Limited) of.fastest = std::max(of.fastest, *report.rate);
    }
    const power::Feeds feeds(variant, after, kb);
    of.watts = feeds.takes[static_cast<std::size_t>(feeds.mains())].usual;
    of.minutes = minutesOf(variant, of.list.takings, kb);
    for (const power::SinglePoint& point : power::singlePoints(variant, after, kb)) {
        ++of.singlePoints;
        of.worstCutOff = std::max(of.worstCutOff, point.cutOff());
    }
    perUnit(of, house, variant, before, after, jobsBefore);
    return of;
}

text::Sentence verdictOf(const std::vector<VariantFigures>& all, const CurrencyConverter& converter)
{
    if (all.empty()) return {};
    if (all.size() == 1)
        return text::say("figures.one", "“{}” costs {} and takes {} of work", all[0].name,
                         converter.text(all[0].list.spending.toBuy),
                         text::figure::duration(Duration::of(60 * all[0].minutes)));
    const auto cheapest = std::min_element(all.begin(), all.end(), [](const auto& a, const auto& b) {
        return a.list.spending.toBuy < b.list.spending.toBuy;
    });
    const auto dearest = std::max_element(all.begin(), all.end(), [](const auto& a, const auto& b) {
        return a.list.spending.toBuy < b.list.spending.toBuy;
    });
    const auto quickest = std::max_element(
        all.begin(), all.end(), [](const auto& a, const auto& b) { return a.hoursPerYear < b.hoursPerYear; });
    const Money more = dearest->list.spending.toBuy - cheapest->list.spending.toBuy;
    if (more <= Money{})
        return text::say("figures.same-cost", "All cost {}", converter.text(cheapest->list.spending.toBuy));
    if (all.front().jobs.empty())
        return text::say("figures.cheaper-only",
                         "“{}” costs {} less than “{}”; the house has no jobs to compare them by", cheapest->name,
                         converter.text(more), dearest->name);
    if (quickest->hoursPerYear <= cheapest->hoursPerYear + 0.05)
        return text::say("figures.cheaper", "“{}” costs {} less than “{}”, and the jobs of the house gain as much",
                         cheapest->name, converter.text(more), dearest->name);
    return text::say("figures.dearer-quicker", "“{}” costs {} more than “{}” and saves {} h a year more",
                     quickest->name, converter.text(quickest->list.spending.toBuy - cheapest->list.spending.toBuy),
                     cheapest->name, text::figure::number(quickest->hoursPerYear - cheapest->hoursPerYear, 3));
}

}  // namespace sokudo::buy
