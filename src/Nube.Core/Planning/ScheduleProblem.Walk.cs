using Nube.Core.Drying;

namespace Nube.Core.Planning;

/// <content>Walking through an order: when each job can be done, what it waits for, when the maker rests.</content>
internal sealed partial class ScheduleProblem
{
    /// <summary>When a job can be done, and what comes before it.</summary>
    /// <param name="Start">When painting starts, s.</param>
    /// <param name="Wait">How long it waits for paint to dry, s.</param>
    /// <param name="Area">What it waits for.</param>
    /// <param name="Heat">How long the heat tool is used before, s.</param>
    /// <param name="Rest">How long the maker rests before, s.</param>
    /// <param name="Sitting">In which sitting, from 1.</param>
    internal readonly record struct DueAt(double Start, double Wait, int Area, double Heat, double Rest, int Sitting);

    /// <summary>
    /// The bench while an order is walked through: who is wet until when, and what the hands did last.
    /// </summary>
    internal sealed class Walk(ScheduleProblem problem)
    {
        private readonly WetCard[] cards =
        [
            .. problem.atStart.Select(start =>
            {
                var card = new WetCard(problem.areas.Ids.Length);
                card.Become(start);
                return card;
            }),
        ];
        private readonly bool[,] keepsFromHeat = new bool[problem.Cards, problem.areas.Pieces];
        private readonly Rhythm rhythm = problem.RhythmOfRun();
        private readonly Sitting? sitting = problem.options.Sitting;
        private double beside;
        private double sittingStart,
            rested; // when this sitting began, and when the maker last rested

        /// <summary>When the hands are free, s.</summary>
        public double Free { get; private set; }

        /// <summary>
        /// When the hands are free, and what changes and breaks of the rhythm until then cost beside their time, s.
        /// </summary>
        public double Cost => Free + Price * beside;

        /// <summary>The same at another price.</summary>
        public double CostAt(double price) => Free + price * beside;

        /// <summary>What changes and breaks count for, as a share of their price.</summary>
        public double Price { get; set; } = problem.price;

        /// <summary>What a job costs beside its time if it comes next, s: its change, and what it breaks.</summary>
        public double CostBeside(int job) => Price * Beside(job);

        private double Beside(int job) =>
            problem.RinseCost(Last, job % problem.Passes)
            + rhythm.Cost(Last, job % problem.Passes, job / problem.Passes);

        /// <summary>The pass that was done last; -1 for none.</summary>
        public int Last { get; private set; } = -1;

        private int SittingNumber { get; set; } = 1;

        /// <summary>Back to the start of the run.</summary>
        public void Restart()
        {
            for (var card = 0; card < cards.Length; card++)
                cards[card].Become(problem.atStart[card]);
            rhythm.Restart();
            Array.Clear(keepsFromHeat);
            (Free, Last, beside, sittingStart, rested, SittingNumber) = (0, -1, 0, 0, 0, 1);
        }

        /// <summary>When a job could be done next.</summary>
        public DueAt Due(int job)
        {
            var (card, pass) = (job / problem.paint.Length, job % problem.paint.Length);
            var (ready, area) = problem.areas.Ready(cards[card], pass);
            var setup = problem.setup[Last + 1, pass];
            var (start, heat) = (Math.Max(Free + setup, ready), 0.0);
            if (problem.options.Heat && ready > Free && !KeepsFromHeat(card, pass))
            {
                // The piece is heated when it shines no more; then the hands make ready.
                var (dull, water) = cards[card].ForHeat(problem.areas.InHand(pass), Free);
                var sooner = dull + Heating.Seconds(water) + setup;
                if (start - sooner > Heating.WorthSeconds)
                    (start, heat) = (sooner, Heating.Seconds(water));
            }
            var wait = start - Free - setup - heat;
            if (sitting is null)
                return new DueAt(start, wait, area, heat, 0, 1);
            return Rested(new DueAt(start, wait, area, heat, 0, SittingNumber), setup, problem.paint[pass], ready);
        }

        /// <summary>Does a job as soon as it can be done.</summary>
        public void Do(int job)
        {
            var (card, pass) = (job / problem.paint.Length, job % problem.paint.Length);
            var due = Due(job);
            if (due.Heat > 0)
                cards[card].Heat(problem.areas.InHand(pass), due.Start - problem.setup[Last + 1, pass]);
            if (due.Sitting > SittingNumber)
            {
                sittingStart += (due.Sitting - SittingNumber) * sitting!.NextAfterHours * 3600;
                SittingNumber = due.Sitting;
            }
            if (due.Rest > 0 || due.Wait >= sitting?.PauseMinutes * 60)
                rested = due.Start;
            beside += Beside(job);
            rhythm.Do(pass);
            (Free, Last) = (due.Start + problem.paint[pass], pass);
            var (own, dries) = (problem.areas.Own(pass), problem.dries[pass]);
            for (var i = 0; i < own.Length; i++)
                cards[card].Lay(own[i], pass, Free, dries[i], problem.grams[pass], ofWater: true);
            foreach (var piece in problem.areas.PiecesOf(pass))
                keepsFromHeat[card, piece] |= problem.noHeat[pass];
        }

        private bool KeepsFromHeat(int card, int pass)
        {
            foreach (var piece in problem.areas.PiecesOf(pass))
            {
                if (keepsFromHeat[card, piece])
                    return true;
            }
            return false;
        }

        /// <summary>Moved behind a pause, or to the next sitting.</summary>
        private DueAt Rested(DueAt due, double setup, double paint, double ready)
        {
            var begun = Free > sittingStart;
            var pause = sitting!.PauseMinutes * 60;
            if (
                begun
                && due.Wait < pause
                && due.Start + paint - rested > sitting.PauseEveryMinutes * 60
                && Free > rested
            )
            {
                var start = Math.Max(Free + pause + setup + due.Heat, due.Start);
                due = due with { Start = start, Wait = 0, Rest = start - Free - setup - due.Heat };
            }
            if (begun && due.Start + paint > sittingStart + sitting.Minutes * 60)
            {
                var (next, number) = (sittingStart, SittingNumber);
                do
                {
                    next += sitting.NextAfterHours * 3600;
                    number++;
                } while (ready > next + sitting.Minutes * 60);
                var start = Math.Max(next + setup, ready);
                return due with
                {
                    Start = start,
                    Wait = start - next - setup,
                    Heat = 0,
                    Rest = next - Free,
                    Sitting = number,
                };
            }
            return due;
        }
    }
}
