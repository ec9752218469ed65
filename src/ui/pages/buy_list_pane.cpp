// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/buy_list_pane.h"

#include <QFile>
#include <QFileDialog>
#include <QGridLayout>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QSignalBlocker>
#include <QTableWidget>

#include "app/qt_text.h"
#include "core/base/text.h"
#include "core/buy/trip.h"
#include "ui/paper/trip_paper.h"
#include "ui/theme.h"
#include "ui/widgets/parts.h"
#include "ui/widgets/scroll_column.h"
#include "ui/widgets/variant_box.h"

namespace sokudo::ui {

using app::toQt;

namespace {

constexpr const char* kHeads[] = {"What", "Needed", "In stock", "To buy", "Price", "Seller", "Price of", "State"};

QString amount(const buy::Line& line, double value)
{
    if (value <= 0) return "–";
    return line.part.isByLength ? toQt(text::length(Length::of(value))) : QString::number(static_cast<int>(value));
}

/// The state of what was bought already; empty: nothing was.
QString stateOf(const plan::Plan& house, const std::string& part)
{
    QString state;
    for (const plan::Purchase& one : house.purchases)
        if (one.part == part && one.status != plan::PurchaseStatus::Returned) state = toQt(code(one.status));
    return state;
}

}  // namespace

BuyListPane::BuyListPane(app::BuyPresenter& presenter, QWidget* parent) : QWidget(parent), m_presenter(presenter)
{
    auto* all = new QHBoxLayout(this);
    all->setContentsMargins(0, 0, 0, 0);
    all->setSpacing(0);
    all->addWidget(table(), 7);
    m_side = new ScrollColumn(16, 8);
    all->addWidget(sidePanel(m_side), 3);
    connect(&presenter, &app::BuyPresenter::changed, this, &BuyListPane::refresh);
    connect(&presenter, &app::BuyPresenter::listChanged, this, &BuyListPane::refresh);
    refresh();
}

QWidget* BuyListPane::table()
{
    auto* holder = new QWidget;
    auto* all = column(holder, 0, 6);
    all->setContentsMargins(20, 12, 16, 10);
    auto* head = new QHBoxLayout;
    m_title = label("", "title", true);
    head->addWidget(m_title, 1);
    m_variant = new VariantBox("Variant", [this](store::VersionId id) { m_presenter.choose(id); });
    head->addWidget(m_variant);
    all->addLayout(head);
    m_says = label("", "soft", true);
    all->addWidget(m_says);
    m_table = new QTableWidget(0, static_cast<int>(std::size(kHeads)));
    m_table->setAccessibleName("What to buy");
    m_table->setSelectionBehavior(QAbstractItemView::SelectRows);
    m_table->setSelectionMode(QAbstractItemView::SingleSelection);
    m_table->setEditTriggers(QAbstractItemView::NoEditTriggers);
    m_table->setShowGrid(false);
    m_table->verticalHeader()->hide();
    m_table->verticalHeader()->setDefaultSectionSize(scaled(30));
    m_table->setWordWrap(false);
    QStringList heads;
    for (const char* one : kHeads) heads << one;
    m_table->setHorizontalHeaderLabels(heads);
    m_table->horizontalHeader()->setDefaultAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    m_table->horizontalHeader()->setSectionResizeMode(QHeaderView::ResizeToContents);
    m_table->horizontalHeader()->setSectionResizeMode(0, QHeaderView::Stretch);
    connect(m_table, &QTableWidget::itemSelectionChanged, this, &BuyListPane::detail);
    all->addWidget(m_table, 1);
    m_detail = label("", "", true);
    all->addWidget(m_detail);
    auto* foot = new QHBoxLayout;
    m_message = label("", "soft", true);
    foot->addWidget(m_message, 1);
    foot->addWidget(button("Save as CSV …", "", [this] {
        const QString path = QFileDialog::getSaveFileName(this, "Save the list", "list.csv", "Tables (*.csv)");
        if (!path.isEmpty()) showProblem(saveCsv(path));
    }));
    foot->addWidget(button("Trip list as PDF …", "main", [this] {
        const QString path = QFileDialog::getSaveFileName(this, "Save the trip list", "trip.pdf", "PDF (*.pdf)");
        if (!path.isEmpty()) showProblem(savePdf(path));
    }));
    all->addLayout(foot);
    return holder;
}

void BuyListPane::showProblem(const QString& problem)
{
    m_message->setText(problem.isEmpty() ? QString("Saved.") : problem);
}

QString BuyListPane::saveCsv(const QString& path) const
{
    QFile file(path);
    const QByteArray text =
        m_presenter.list() ? QByteArray::fromStdString(buy::listCsv(*m_presenter.list())) : QByteArray();
    if (!file.open(QIODevice::WriteOnly) || file.write(text) != text.size())
        return path + " cannot be written: " + file.errorString() + "; choose another folder";
    return {};
}

QString BuyListPane::savePdf(const QString& path) const
{
    const buy::BuyList* list = m_presenter.list();
    return printTrip(path, list ? buy::tripOf(*list, m_presenter.knowledge()) : std::vector<buy::Stop>(),
                     m_title->text());
}

void BuyListPane::refresh()
{
    m_variant->show(m_presenter.variants(), m_presenter.chosen());
    const buy::BuyList* list = m_presenter.list();
    m_title->setText(m_presenter.variants().empty() ? QString("No variant, so nothing to buy: branch one first")
                                                    : m_presenter.listSentence());
    const auto missing = list ? list->takings.unknown.size() + list->problems.size() + list->complaints.size() : 0;
    m_says->setText(!list          ? QString()
                    : missing == 0 ? QString("Complete: every link has both ends, every part a price.")
                                   : QString("%1 things are missing or to be minded; see at the side.").arg(missing));
    if (list) fillTable(*list);
    else m_table->setRowCount(0);
    fillSide();
}

void BuyListPane::fillTable(const buy::BuyList& list)
{
    const QSignalBlocker quiet(m_table);
    m_table->setRowCount(static_cast<int>(list.lines.size()));
    int row = 0;
    for (const buy::Line& line : list.lines) {
        const plan::Offer* offer = line.offer();
        const QString state = stateOf(m_presenter.house(), line.part.id);
        const QStringList cells{toQt(line.part.name),
                                amount(line, line.part.isByLength ? line.length.in() : line.count),
                                amount(line, line.fromStock),
                                amount(line, line.toBuy),
                                line.toBuy <= 0 ? QString("–")
                                : line.cost     ? toQt(buy::amountText(*line.cost)) + (line.isRough ? " rough" : "")
                                                : QString("no price"),
                                offer ? toQt(offer->seller) : QString("–"),
                                offer ? toQt(offer->on) : QString("–"),
                                !state.isEmpty()  ? state
                                : line.toBuy <= 0 ? QString("in stock")
                                                  : QString("to buy")};
        for (int i = 0; i < cells.size(); ++i) {
            auto* item = new QTableWidgetItem(cells[i]);
            item->setToolTip(tip(cells[i]));
            if (i > 0 && i < 5) item->setFont(typeface(Face::Figure, 13));
            m_table->setItem(row, i, item);
        }
        ++row;
    }
    if (row > 0) m_table->selectRow(0);
    detail();
}

void BuyListPane::detail()
{
    const buy::BuyList* list = m_presenter.list();
    const int row = m_table->currentRow();
    if (!list || row < 0 || row >= static_cast<int>(list->lines.size())) return m_detail->clear();
    const buy::Line& line = list->lines[static_cast<std::size_t>(row)];
    QStringList uses;
    for (const text::Sentence& use : line.uses) uses << toQt(use);
    QStringList words{"For " + uses.join("; ")};
    if (!line.priceFrom.empty()) words << "Price: " + toQt(line.priceFrom) + ".";
    if (!line.substitute.empty()) words << "Out of stock: take " + toQt(line.substitute) + ".";
    QStringList history;
    for (const plan::Offer* one : line.price->history)
        history << QString("%1 %2%3").arg(
            toQt(one->on), one->price ? toQt(buy::amountText(*one->price)) : QString("no price"),
            one->before ? QString(" instead of %1").arg(toQt(buy::amountText(*one->before))) : QString());
    if (!history.isEmpty()) words << "Prices seen: " + history.join(", ");
    if (line.cut && line.cut->isProved)
        words << QString("Cut at the least cost: %1 kept, %2 scrap.")
                     .arg(toQt(text::length(line.cut->kept)), toQt(text::length(line.cut->scrap)));
    m_detail->setText(words.join("\n"));
    fillSide();
}

void BuyListPane::fillSide()
{
    auto& rows = m_side->rows();
    clear(&rows);
    const buy::BuyList* list = m_presenter.list();
    if (!list) return rows.addStretch(1);
    const buy::CurrencyConverter converter = m_presenter.converter();
    const buy::Spending& spending = list->spending;
    rows.addWidget(label("Money", "heading"));
    rows.addWidget(label("To buy: " + toQt(converter.text(spending.toBuy)), "", true));
    if (spending.expectedLoss > Money{})
        rows.addWidget(label("On average " + toQt(converter.text(spending.expectedLoss)) +
                                 " more, for goods that fail and are not taken back",
                             "soft", true));
    rows.addWidget(label("Spent so far: " + toQt(converter.text(spending.spent)), "", true));
    if (const auto left = spending.left())
        rows.addWidget(label(*left < Money{} ? "Over the budget by " + toQt(converter.text(-*left))
                                             : "Left of the budget: " + toQt(converter.text(*left)),
                             *left < Money{} ? "bad" : "good", true));
    if (list->resaleHigh > Money{})
        rows.addWidget(label(QString("What goes may bring %1 to %2")
                                 .arg(toQt(buy::amountText(list->resaleLow)), toQt(converter.text(list->resaleHigh))),
                             "soft", true));
    for (const std::string& day : list->rateDays) rows.addWidget(label("Exchange rate of " + toQt(day), "soft"));
    if (list->isRough)
        rows.addWidget(label("Rough prices are of no currency and count one to one: note offers in Survey, Tables.",
                             "soft", true));
    const int row = m_table->currentRow();
    if (row >= 0 && row < static_cast<int>(list->lines.size())) {
        const buy::Line& line = list->lines[static_cast<std::size_t>(row)];
        rows.addWidget(label(toQt(line.part.name), "heading", true));
        using Status = plan::PurchaseStatus;
        auto* states = new QGridLayout;
        const int columns = isVeryLarge() ? 2 : 4;
        for (const auto& [status, words] : {std::pair(Status::Ordered, "Ordered"),
                                            {Status::Arrived, "Arrived"},
                                            {Status::Fitted, "Fitted"},
                                            {Status::Returned, "Returned"}})
            states->addWidget(
                button(words, "quiet", [this, id = line.part.id, to = status] { m_presenter.setStatus(id, to); }),
                states->count() / columns, states->count() % columns);
        rows.addLayout(states);
    }
    fillNotes(*list);
    rows.addStretch(1);
    fitAgain(&rows);
}

/// What is missing, given, used again and left over.
void BuyListPane::fillNotes(const buy::BuyList& list)
{
    auto& rows = m_side->rows();
    const auto section = [&](const char* title, const QStringList& lines) {
        if (lines.isEmpty()) return;
        rows.addWidget(label(title, "heading"));
        for (const QString& one : lines) rows.addWidget(label(one, "", true));
    };
    QStringList missing, given, again, left;
    for (const buy::Complaint& one : list.complaints) missing << toQt(word(one.verdict)) + ": " + toQt(one.text);
    for (const text::Sentence& one : list.takings.unknown) missing << toQt(one);
    for (const text::Sentence& one : list.problems) missing << toQt(one);
    for (const buy::Given& one : list.given)
        given << toQt(one.name) + ", " + toQt(code(one.tenure)) +
                     (one.due.empty() ? QString() : ", due " + toQt(one.due));
    for (const buy::LeftOver& one : list.takings.reused) again << toQt(one.name) + " from " + toQt(one.where);
    for (const buy::LeftOver& one : list.takings.leftOver) left << toQt(one.name) + " from " + toQt(one.where);
    section("Missing, or to be minded", missing);
    section("Not paid for", given);
    section("Used again", again);
    section("Left over", left);
}

}  // namespace sokudo::ui
